import { BrowserHost } from '@/client/canvas-host';
import { Painter } from '@/core/paint/painter';
import { Stage, twinLines, type Scene } from '@/core/stage/stage';

/** Paints a scene on one canvas for as long as the page lives: every frame while something moves, and not at all while nothing does. */
export class Frame {
  private readonly host: BrowserHost;
  private readonly stage: Stage;
  private painter: Painter | null = null;
  private scene: Scene | null = null;
  private scale = 0;
  private planned: { timer?: ReturnType<typeof setTimeout>; frame?: number } = {};
  private said = '';

  constructor(private readonly canvas: HTMLCanvasElement, private readonly words: HTMLElement, private readonly now: () => number) {
    this.host = new BrowserHost(() => {
      this.stage.forget();
      this.painter?.forget();
      this.soon();
    });
    this.stage = new Stage({ measure: this.host.measure, seen: 'air' });
    window.addEventListener('resize', () => this.soon());
  }

  /** Shows this from now on; null shows nothing. */
  show(scene: Scene | null): void {
    this.scene = scene;
    this.soon();
  }

  private soon(): void {
    if (this.planned.timer) clearTimeout(this.planned.timer);
    this.planned.timer = undefined;
    this.planned.frame ??= requestAnimationFrame(() => this.paint());
  }

  private paint(): void {
    this.planned.frame = undefined;
    const scene = this.scene ?? { frame: { width: 1080, height: 1920 }, pieces: [], live: {} };
    this.fit(scene.frame);
    const now = this.now();
    const list = this.stage.at(scene, now);
    this.painter?.paint(list);
    this.say(twinLines(scene, now));
    if (list.next <= now) this.soon();
    else if (list.next < Infinity) this.planned.timer = setTimeout(() => this.soon(), Math.min(list.next - now, 60_000));
  }

  /** The frame fills the page as far as its proportions let it, at the screen's own resolution. */
  private fit({ width, height }: Scene['frame']): void {
    const shown = Math.min(window.innerWidth / width, window.innerHeight / height);
    const scale = shown * window.devicePixelRatio;
    const w = Math.max(1, Math.round(width * scale));
    const h = Math.max(1, Math.round(height * scale));
    if (this.painter && this.canvas.width === w && this.canvas.height === h && this.scale === scale) return;
    this.scale = scale;
    this.canvas.width = w;
    this.canvas.height = h;
    this.canvas.style.width = `${Math.round(width * shown)}px`;
    this.canvas.style.height = `${Math.round(height * shown)}px`;
    const context = this.canvas.getContext('2d');
    if (!context) return;
    if (this.painter) this.painter.resize(scale);
    else this.painter = new Painter(context, this.host, scale);
  }

  private say(lines: string[]): void {
    const said = lines.join('\n');
    if (said === this.said) return;
    this.said = said;
    this.words.replaceChildren(...lines.map((line) => Object.assign(document.createElement('li'), { textContent: line })));
  }
}
