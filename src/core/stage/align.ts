import type { Box } from '@/core/paint/display';
import type { FrameSize } from '@/core/piece/frame';
import { around } from './boxes';

/* Several pieces put in line, or shared out evenly. */

export type Alignment = 'left' | 'centre' | 'right' | 'top' | 'middle' | 'bottom';

/** Boxes in line with the box around them; one alone, with the frame. */
export function align(boxes: readonly Box[], to: Alignment, frame: FrameSize): Box[] {
  const whole = boxes.length > 1 ? around(boxes) : { x: 0, y: 0, w: frame.width, h: frame.height };
  return boxes.map((box) => {
    switch (to) {
      case 'left':
        return { ...box, x: whole.x };
      case 'centre':
        return { ...box, x: Math.round(whole.x + (whole.w - box.w) / 2) };
      case 'right':
        return { ...box, x: whole.x + whole.w - box.w };
      case 'top':
        return { ...box, y: whole.y };
      case 'middle':
        return { ...box, y: Math.round(whole.y + (whole.h - box.h) / 2) };
      case 'bottom':
        return { ...box, y: whole.y + whole.h - box.h };
    }
  });
}

/** The same room between each and the next; the first and the last stay. Fewer than three stay as they are. */
export function distribute(boxes: readonly Box[], axis: 'x' | 'y'): Box[] {
  if (boxes.length < 3) return [...boxes];
  const size = axis === 'x' ? 'w' : 'h';
  const order = boxes.map((_box, n) => n).sort((a, b) => (boxes[a]?.[axis] ?? 0) - (boxes[b]?.[axis] ?? 0));
  const first = boxes[order[0] ?? 0];
  const last = boxes[order.at(-1) ?? 0];
  if (!first || !last) return [...boxes];
  const room = last[axis] + last[size] - first[axis] - boxes.reduce((sum, box) => sum + box[size], 0);
  const gap = room / (boxes.length - 1);
  const out = [...boxes];
  let at = first[axis];
  for (const n of order) {
    const box = boxes[n];
    if (!box) continue;
    out[n] = { ...box, [axis]: Math.round(at) };
    at += box[size] + gap;
  }
  return out;
}

/** As large as the frame lets it be: whole (`fit`), or so that nothing of the frame is left (`fill`); its proportions stay. */
export function fillFrame(box: Box, frame: FrameSize, how: 'fit' | 'fill'): Box {
  const by = (how === 'fit' ? Math.min : Math.max)(frame.width / box.w, frame.height / box.h);
  const [w, h] = [Math.round(box.w * by), Math.round(box.h * by)];
  return { x: Math.round((frame.width - w) / 2), y: Math.round((frame.height - h) / 2), w, h };
}
