/** The part of the Canvas 2D interface that is drawn with: a browser's and @napi-rs/canvas's both have it. */
export type Context2D = Pick<
  CanvasRenderingContext2D,
  | 'save'
  | 'restore'
  | 'setTransform'
  | 'clearRect'
  | 'beginPath'
  | 'rect'
  | 'clip'
  | 'moveTo'
  | 'arcTo'
  | 'closePath'
  | 'fill'
  | 'stroke'
  | 'drawImage'
  | 'fillText'
  | 'strokeText'
  | 'arc'
  | 'translate'
  | 'scale'
  | 'measureText'
  | 'createLinearGradient'
  | 'setLineDash'
  | 'fillStyle'
  | 'strokeStyle'
  | 'lineWidth'
  | 'lineJoin'
  | 'lineCap'
  | 'globalAlpha'
  | 'font'
  | 'textAlign'
  | 'textBaseline'
  | 'shadowColor'
  | 'shadowBlur'
  | 'shadowOffsetX'
  | 'shadowOffsetY'
>;

export interface Surface {
  context: Context2D;
  /** What drawImage takes. */
  image: CanvasImageSource;
}

/** What the painter needs of the place where it runs. */
export interface PaintHost {
  /** A transparent surface of whole px. */
  surface: (width: number, height: number) => Surface;
  /** A loaded image, or undefined while it is not there (the host calls `forget` when it is). */
  image: (src: string, at?: number) => CanvasImageSource | undefined;
  /** An outline from SVG's notation. */
  path: (d: string) => Path2D;
}
