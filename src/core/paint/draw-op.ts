import type { Context2D, PaintHost } from './context';
import type { Fill, Op } from './display';
import { fitted, UNCUT } from './fitted';
import { cssFont } from './font';
import { addRoundedRect } from './rounded-rect';

function fillOf(context: Context2D, fill: Fill): string | CanvasGradient {
  if (typeof fill === 'string') return fill;
  const gradient = context.createLinearGradient(...fill.from, ...fill.to);
  for (const [offset, color] of fill.stops) gradient.addColorStop(offset, color);
  return gradient;
}

/** An image's own size, px: each kind of source keeps it under a name of its own. */
export function sizeOf(image: CanvasImageSource): { w: number; h: number } {
  if ('videoWidth' in image) return { w: image.videoWidth, h: image.videoHeight };
  if ('naturalWidth' in image) return { w: image.naturalWidth, h: image.naturalHeight };
  if ('displayWidth' in image) return { w: image.displayWidth, h: image.displayHeight };
  return { w: Number(image.width), h: Number(image.height) };
}

/** Draws one operation at the context's present transform. */
export function drawOp(context: Context2D, op: Op, host: PaintHost): void {
  context.save();
  switch (op.op) {
    case 'rect':
      drawRect(context, op);
      break;
    case 'text':
      drawText(context, op);
      break;
    case 'path':
      drawPath(context, op, host);
      break;
    case 'disc':
      context.beginPath();
      context.arc(op.x, op.y, op.r, 0, 2 * Math.PI);
      context.fillStyle = op.fill;
      context.fill();
      break;
    case 'image':
      drawImage(context, op, host);
      break;
  }
  context.restore();
}

type OpOf<K extends Op['op']> = Extract<Op, { op: K }>;

function drawRect(context: Context2D, op: OpOf<'rect'>): void {
  context.beginPath();
  addRoundedRect(context, op, op.radius);
  if (op.fill !== undefined) {
    context.fillStyle = fillOf(context, op.fill);
    context.fill();
  }
  if (op.stroke) {
    context.strokeStyle = op.stroke.color;
    context.lineWidth = op.stroke.width;
    context.setLineDash(op.stroke.dash ?? []);
    context.stroke();
  }
}

function drawText(context: Context2D, op: OpOf<'text'>): void {
  context.font = cssFont(op.font);
  context.textBaseline = 'alphabetic';
  context.textAlign = 'left';
  context.lineJoin = 'round';
  if (op.shadow) {
    context.shadowColor = op.shadow.color;
    context.shadowBlur = op.shadow.blur;
    context.shadowOffsetX = op.shadow.dx;
    context.shadowOffsetY = op.shadow.dy;
  }
  if (op.outline) {
    context.strokeStyle = op.outline.color;
    context.lineWidth = op.outline.width;
    context.strokeText(op.text, op.x, op.baseline);
    context.shadowColor = 'transparent';
  }
  context.fillStyle = fillOf(context, op.fill);
  context.fillText(op.text, op.x, op.baseline);
}

function drawPath(context: Context2D, op: OpOf<'path'>, host: PaintHost): void {
  context.translate(op.x ?? 0, op.y ?? 0);
  context.scale(op.scale ?? 1, op.scale ?? 1);
  const path = host.path(op.d);
  if (op.fill !== undefined) {
    context.fillStyle = fillOf(context, op.fill);
    context.fill(path);
  }
  if (op.stroke) {
    context.strokeStyle = op.stroke.color;
    context.lineWidth = op.stroke.width;
    context.lineJoin = 'round';
    context.lineCap = 'round';
    context.stroke(path);
  }
}

function drawImage(context: Context2D, op: OpOf<'image'>, host: PaintHost): void {
  const image = host.image(op.src, op.at);
  if (!image) return;
  if (op.radius !== undefined) {
    context.beginPath();
    addRoundedRect(context, op.within ?? op, op.radius);
    context.clip();
  }
  if (op.mirrored) {
    context.translate(2 * op.x + op.w, 0);
    context.scale(-1, 1);
  }
  if (op.part || op.fit) {
    const size = sizeOf(image);
    const { at, part } = op.fit
      ? fitted(size, op, op.fit.how, op.fit.crop)
      : { at: { x: 0, y: 0, w: op.w, h: op.h }, part: op.part ?? UNCUT };
    context.drawImage(
      image,
      part.x * size.w,
      part.y * size.h,
      part.w * size.w,
      part.h * size.h,
      op.x + at.x,
      op.y + at.y,
      at.w,
      at.h,
    );
  } else context.drawImage(image, op.x, op.y, op.w, op.h);
}
