import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { createCanvas, GlobalFonts, Image, Path2D as NodePath, type Canvas } from '@napi-rs/canvas';
import { cssFont, FONT_FACES } from '@/core/paint/font';
import type { Context2D, PaintHost } from '@/core/paint/context';
import type { Measure } from '@/core/paint/text';

const packages = createRequire(join(process.cwd(), 'package.json'));
/** Where a file of an installed package is: `@scope/name/file`. */
export const packageFile = (file: string): string => {
  const [scope = '', name = '', ...rest] = file.split('/');
  return join(dirname(packages.resolve(`${scope}/${name}/package.json`)), ...rest);
};

for (const { family, file } of FONT_FACES) GlobalFonts.registerFromPath(packageFile(file), family);

// The package's context has all that is drawn with, under types of its own.
const contextOf = (canvas: Canvas): Context2D => canvas.getContext('2d') as unknown as Context2D;

/** A surface of whole px, drawn on by @napi-rs/canvas. */
export function nodeSurface(width: number, height: number) {
  const canvas = createCanvas(width, height);
  return { canvas, context: contextOf(canvas), image: canvas as unknown as CanvasImageSource };
}

const images = new Map<string, CanvasImageSource | undefined>();

function emoji(src: string): CanvasImageSource | undefined {
  const image = new Image();
  try {
    image.src = readFileSync(packageFile(`@twemoji/svg/${src.slice('emoji:'.length)}.svg`));
    return image as unknown as CanvasImageSource;
  } catch {
    // Newer than the set: nothing is drawn in its place, as in a browser.
    return undefined;
  }
}

/** What the painter needs, in Node: for measuring speed, and for pictures that tests compare. */
export const nodeHost: PaintHost = {
  surface: nodeSurface,
  path: (d) => new NodePath(d) as unknown as Path2D,
  image: (src) => {
    if (!images.has(src)) images.set(src, emoji(src));
    return images.get(src);
  },
};

const measuring = nodeSurface(1, 1).context;

export const nodeMeasure: Measure = (text, font) => {
  measuring.font = cssFont(font);
  return measuring.measureText(text).width;
};
