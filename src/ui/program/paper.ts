import { BrowserHost } from '@/client/canvas-host';
import { facesFor, fontFaceRule, fontFile } from '@/core/paint/font';
import type { DisplayList } from '@/core/paint/display';
import { Painter } from '@/core/paint/painter';
import { sizeOf } from '@/core/paint/draw-op';
import { svgOf } from '@/core/paint/svg';
import { Stage, type PaintInput } from '@/core/stage/stage';
import { mediaUrl } from '@/ui/data/media';

/** What is missing is waited for so long, ms: a picture that never comes must not hold up a still. */
const WAIT_MS = 3000;
const QUIET_MS = 250;

/** A frame at its full size away from the screen: painted where a still or a clip is made of it. */
export class Paper {
  readonly canvas = document.createElement('canvas');
  private readonly host: BrowserHost;
  private readonly stage: Stage;
  private readonly painter: Painter;
  private arrivedAt = 0;

  /** @throws when the browser gives no canvas of that size */
  constructor(width: number, height: number, scale = 1) {
    this.canvas.width = Math.round(width * scale);
    this.canvas.height = Math.round(height * scale);
    const context = this.canvas.getContext('2d');
    if (!context) throw new Error('This browser has no 2D canvas.');
    this.host = new BrowserHost({ address: mediaUrl }, () => {
      this.arrivedAt = performance.now();
      this.stage.forget();
      this.painter.forget();
    });
    this.stage = new Stage({ measure: this.host.measure, seen: 'program' });
    this.painter = new Painter(context, this.host, scale);
  }

  list(scene: PaintInput, now: number): DisplayList {
    return this.stage.at(scene, now);
  }

  paint(scene: PaintInput, now: number): void {
    this.painter.paint(this.list(scene, now));
  }

  /** Paints until pictures and fonts are there: fonts and images are asked for by being drawn. */
  async ready(scene: PaintInput, now: number): Promise<void> {
    const end = performance.now() + WAIT_MS;
    this.arrivedAt = performance.now();
    do {
      this.paint(scene, now);
      await document.fonts.ready;
      await new Promise((resolve) => setTimeout(resolve, 60));
    } while (performance.now() < end && performance.now() - this.arrivedAt < QUIET_MS);
    this.paint(scene, now);
  }

  /** The same as an SVG that holds its pictures and fonts itself. */
  async svg(scene: PaintInput, now: number): Promise<string> {
    const list = this.list(scene, now);
    const addresses = new Map<string, string>();
    for (const group of list.groups)
      for (const op of group.ops) {
        if (op.op !== 'image' || addresses.has(op.src)) continue;
        const drawn = this.host.image(op.src, op.at);
        if (drawn) addresses.set(op.src, pngOf(drawn));
      }
    return svgOf(list, (src) => addresses.get(src), await fontsOf(list));
  }
}

/** A picture as a data URL: as large as it is, a clip as it stands. An SVG without a size of its own is taken at 144 px. */
function pngOf(image: CanvasImageSource): string {
  const { w, h } = sizeOf(image);
  const canvas = Object.assign(document.createElement('canvas'), { width: w || 144, height: h || 144 });
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return canvas.toDataURL('image/png');
}

/** The fonts that a frame's text needs, held by the file: an SVG picture may load nothing from elsewhere. */
async function fontsOf(list: DisplayList): Promise<string> {
  const rules = await Promise.all(
    facesFor(list).map(async (face) => {
      const response = await fetch(`/fonts/${fontFile(face)}`).catch(() => null);
      return response?.ok ? fontFaceRule(face, await dataUrl(await response.blob())) : '';
    }),
  );
  return rules.join('\n');
}

const dataUrl = (blob: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error);
    reader.readAsDataURL(blob);
  });
