import type { Transition } from '@/core/engine/feature/scene/schema';
import type { Seen } from '@/core/piece/piece';
import { BrowserHost } from './canvas-host';
import type { MediaSource } from './media-images';
import type { DisplayList } from '@/core/paint/display';
import { Painter } from '@/core/paint/painter';
import { Stage, alternativeLines, type PaintInput } from '@/core/stage/stage';
import { between } from '@/core/stage/transition';

export interface FrameOptions {
  canvas: HTMLCanvasElement;
  /** The engine's clock, ms. */
  now: () => number;
  seen: Seen;
  media: MediaSource;
  /** How much room there is, in CSS px; the frame fills it as far as its proportions let it. */
  room: () => { width: number; height: number };
  /** Its time stands still: painted once, and again when a picture has come. */
  still?: boolean;
  /** What the frame says in words, whenever that changes. */
  onWords?: (lines: string[]) => void;
}

/** Paints a scene on one canvas for as long as it lives: every frame while something moves, and not at all while nothing does. */
export class Frame {
  private readonly host: BrowserHost;
  private readonly stage: Stage;
  private painter: Painter | null = null;
  private scene: PaintInput | null = null;
  private scale = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private frame: number | undefined;
  private said = '';
  /** The scene that gives way, and since when. */
  private leaving: { scene: PaintInput; stage: Stage; since: number; transition: Transition } | null = null;

  constructor(private readonly options: FrameOptions) {
    this.host = new BrowserHost(options.media, () => {
      this.stage.forget();
      this.painter?.forget();
      this.soon();
    });
    this.stage = new Stage({ measure: this.host.measure, seen: options.seen });
  }

  /** Stops painting for good. */
  close(): void {
    if (this.timer) clearTimeout(this.timer);
    if (this.frame !== undefined) cancelAnimationFrame(this.frame);
    this.frame = -1;
  }

  /** Has these pictures ready, by their operations' names, before they are drawn. */
  prepare(pictures: readonly string[]): void {
    for (const src of pictures) this.host.image(src);
  }

  /** Shows this from now on; null shows nothing. @param transition what is shown now gives way like this; absent: at once */
  show(scene: PaintInput | null, transition?: Transition): void {
    if (transition && this.scene && scene && transition.kind !== 'cut') {
      this.leaving = {
        scene: this.scene,
        stage: new Stage({ measure: this.host.measure, seen: this.options.seen }),
        since: this.options.now(),
        transition,
      };
    }
    this.scene = scene;
    this.soon();
  }

  /** Paints with the next frame: after a change of room, for instance. */
  soon(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = undefined;
    this.frame ??= requestAnimationFrame(() => this.paint());
  }

  private paint(): void {
    this.frame = undefined;
    const scene = this.scene ?? { frame: { width: 1080, height: 1920 }, pieces: [], live: {} };
    this.fit(scene.frame);
    const now = this.options.now();
    const list = this.given(this.stage.at(scene, now), now);
    this.painter?.paint(list);
    this.say(alternativeLines(scene, now));
    if (this.options.still) return;
    if (list.next <= now) this.soon();
    else if (list.next < Infinity) this.timer = setTimeout(() => this.soon(), Math.min(list.next - now, 60_000));
  }

  /** The frame, with what is left of the scene before. */
  private given(list: DisplayList, now: number): DisplayList {
    if (!this.leaving) return list;
    const { scene, stage, since, transition } = this.leaving;
    const t = (now - since) / transition.ms;
    if (t < 1) return between(stage.at(scene, now), list, t, transition);
    this.leaving = null;
    return list;
  }

  /** Gives the canvas as many px as the screen has where it stands. */
  private fit({ width, height }: PaintInput['frame']): void {
    const { canvas } = this.options;
    const room = this.options.room();
    const shown = Math.max(0.01, Math.min(room.width / width, room.height / height));
    const scale = shown * window.devicePixelRatio;
    const w = Math.max(1, Math.round(width * scale));
    const h = Math.max(1, Math.round(height * scale));
    if (this.painter && canvas.width === w && canvas.height === h && this.scale === scale) return;
    this.scale = scale;
    canvas.width = w;
    canvas.height = h;
    canvas.style.width = `${Math.round(width * shown)}px`;
    canvas.style.height = `${Math.round(height * shown)}px`;
    const context = canvas.getContext('2d');
    if (!context) return;
    if (this.painter) this.painter.resize(scale);
    else this.painter = new Painter(context, this.host, scale);
  }

  private say(lines: string[]): void {
    const said = lines.join('\n');
    if (said === this.said) return;
    this.said = said;
    this.options.onWords?.(lines);
  }
}
