import type { FontSpec } from '@/core/paint/display';
import { cssFont } from '@/core/paint/font';
import type { PaintHost } from '@/core/paint/context';
import type { Measure } from '@/core/paint/text';
import { livePicture } from './live-pictures';
import { MediaImages, type MediaSource } from './media-images';

/** The address of an image that an operation names: an emoji of the shipped set. */
const addressOf = (src: string): string | null =>
  src.startsWith('emoji:') ? `/emoji/${encodeURIComponent(src.slice(6))}.svg` : null;

/** What the painter needs, in a browser. `arrived` is called when an image or a font that was missing has come. */
export class BrowserHost implements PaintHost {
  private readonly images = new Map<string, HTMLImageElement | null>();
  private readonly paths = new Map<string, Path2D>();
  private readonly fontsAsked = new Set<string>();
  private readonly measuring = document.createElement('canvas').getContext('2d');

  private readonly media: MediaImages;

  constructor(
    media: MediaSource,
    private readonly arrived: () => void,
  ) {
    this.media = new MediaImages(media, arrived);
  }

  surface(width: number, height: number) {
    const canvas = document.createElement('canvas');
    canvas.width = Math.max(1, width);
    canvas.height = Math.max(1, height);
    const context = canvas.getContext('2d');
    if (!context) throw new Error('This browser has no 2D canvas.');
    return { context, image: canvas };
  }

  path(d: string): Path2D {
    let path = this.paths.get(d);
    if (!path) {
      path = new Path2D(d);
      this.paths.set(d, path);
    }
    return path;
  }

  image(src: string, at?: number): CanvasImageSource | undefined {
    if (src.startsWith('live:')) return livePicture(src);
    if (src.startsWith('media:')) return this.media.of(src.slice(6), at);
    const known = this.images.get(src);
    if (known !== undefined) return known ?? undefined;
    this.images.set(src, null);
    const address = addressOf(src);
    if (!address) return undefined;
    const image = new Image();
    image.onload = () => {
      this.images.set(src, image);
      this.arrived();
    };
    image.src = address;
    return undefined;
  }

  /** Measures text, and sees to it that the fonts it needs are on their way: a canvas does not ask for them by itself. */
  readonly measure: Measure = (text: string, font: FontSpec): number => {
    const css = cssFont(font);
    this.want(css, text);
    if (!this.measuring) return 0;
    this.measuring.font = css;
    return this.measuring.measureText(text).width;
  };

  private want(css: string, text: string): void {
    const face = css.slice(0, css.indexOf(' '));
    const families = css.slice(css.indexOf('"'));
    // One size stands for all: a font file has no size.
    const shorthand = `${face} 20px ${families}`;
    const key = `${shorthand}|${scriptsOf(text)}`;
    if (this.fontsAsked.has(key)) return;
    this.fontsAsked.add(key);
    if (document.fonts.check(shorthand, text)) return;
    void document.fonts.load(shorthand, text).then(
      (loaded) => {
        if (loaded.length > 0) this.arrived();
      },
      () => {
        // Not there just now (the server may be restarting): ask again with the next text.
        this.fontsAsked.delete(key);
      },
    );
  }
}

const SCRIPTS = ['Latin', 'Arabic', 'Devanagari', 'Thai', 'Han', 'Hiragana', 'Katakana', 'Cyrillic', 'Greek'] as const;
const tests = SCRIPTS.map((script) => [script, new RegExp(`\\p{Script=${script}}`, 'u')] as const);

/** Which scripts a text has: fonts are asked for by these, not by every new text. */
const scriptsOf = (text: string): string =>
  tests
    .filter(([, test]) => test.test(text))
    .map(([script]) => script)
    .join();
