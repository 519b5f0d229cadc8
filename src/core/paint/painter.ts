import type { Box, DisplayList, Op, PlacedGroup } from './display';
import type { Context2D, PaintHost, Surface } from './context';
import { drawOp } from './draw-op';
import { addRoundedRect } from './rounded-rect';
import { turned, turnedBounds } from './turn';

interface Layer {
  ops: readonly Op[];
  surface: Surface;
}

/** Text outlines and shadows reach beyond their box; px of the frame. */
const BLEED = 24;

/**
 * Draws display lists on one canvas. It keeps a bitmap for each group and copies it as long as the group's operations are the same
 * object; a list that shows what is already there draws nothing at all.
 */
export class Painter {
  private layers = new Map<string, Layer>();
  private shown: PlacedGroup[] = [];
  private whole = true;

  /** @param scale px of the canvas for one px of the frame */
  constructor(
    private readonly target: Context2D,
    private readonly host: PaintHost,
    private scale = 1,
  ) {}

  /** After the canvas was resized, which empties it. */
  resize(scale: number): void {
    this.scale = scale;
    this.forget();
  }

  /** Drops every bitmap, so that all is drawn anew: a font or an image has arrived. */
  forget(): void {
    this.layers.clear();
    this.whole = true;
  }

  /** Paints the list; returns how many groups were copied to the canvas, 0 when nothing had changed. */
  paint(list: DisplayList): number {
    const dirty = this.whole ? { x: 0, y: 0, w: list.width, h: list.height } : changedBox(this.shown, list.groups);
    if (!dirty) return 0;
    const { target, scale } = this;
    const clear = wholePixels(dirty, scale);
    target.setTransform(1, 0, 0, 1, 0, 0);
    target.save();
    target.beginPath();
    target.rect(clear.x, clear.y, clear.w, clear.h);
    target.clip();
    target.clearRect(clear.x, clear.y, clear.w, clear.h);
    let copied = 0;
    for (const group of list.groups) {
      if (group.opacity <= 0 || !meets(reach(group), dirty)) continue;
      const layer = this.layer(group);
      target.globalAlpha = group.opacity;
      if (group.turn) target.setTransform(...turned(group.turn, scale));
      target.drawImage(
        layer.surface.image,
        Math.round((group.box.x + group.dx - BLEED) * scale),
        Math.round((group.box.y + group.dy - BLEED) * scale),
      );
      if (group.turn) target.setTransform(1, 0, 0, 1, 0, 0);
      copied += 1;
    }
    target.restore();
    for (const key of this.layers.keys()) if (!list.groups.some((group) => group.key === key)) this.layers.delete(key);
    this.shown = list.groups;
    this.whole = false;
    return copied;
  }

  private layer(group: PlacedGroup): Layer {
    const known = this.layers.get(group.key);
    if (known?.ops === group.ops) return known;
    const surface = this.host.surface(
      Math.ceil((group.box.w + 2 * BLEED) * this.scale),
      Math.ceil((group.box.h + 2 * BLEED) * this.scale),
    );
    surface.context.setTransform(this.scale, 0, 0, this.scale, BLEED * this.scale, BLEED * this.scale);
    if (group.clip) {
      surface.context.beginPath();
      addRoundedRect(surface.context, group.clip, group.clip.radius ?? 0);
      surface.context.clip();
    }
    for (const op of group.ops) drawOp(surface.context, op, this.host);
    const layer = { ops: group.ops, surface };
    this.layers.set(group.key, layer);
    return layer;
  }
}

/** All that a group may draw on: its box with what reaches beyond it, and around that where it is turned. */
function reach({ box, dx, dy, turn }: PlacedGroup): Box {
  const upright = { x: box.x + dx - BLEED, y: box.y + dy - BLEED, w: box.w + 2 * BLEED, h: box.h + 2 * BLEED };
  return turn ? turnedBounds(upright, turn) : upright;
}

const meets = (a: Box, b: Box): boolean => a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

const union = (a: Box | null, b: Box): Box => {
  if (!a) return b;
  const x = Math.min(a.x, b.x);
  const y = Math.min(a.y, b.y);
  return { x, y, w: Math.max(a.x + a.w, b.x + b.w) - x, h: Math.max(a.y + a.h, b.y + b.h) - y };
};

const wholePixels = (box: Box, scale: number): Box => {
  const x = Math.floor(box.x * scale);
  const y = Math.floor(box.y * scale);
  return { x, y, w: Math.ceil((box.x + box.w) * scale) - x, h: Math.ceil((box.y + box.h) * scale) - y };
};

/** What must be drawn again to get from one frame to the next; null when they look the same. */
function changedBox(before: readonly PlacedGroup[], after: readonly PlacedGroup[]): Box | null {
  const sameOrder = before.length === after.length && before.every((group, n) => group.key === after[n]?.key);
  let dirty: Box | null = null;
  if (!sameOrder) {
    const keys = new Set(after.map(({ key }) => key));
    for (const group of before) if (!keys.has(group.key)) dirty = union(dirty, reach(group));
  }
  const known = new Map(before.map((group) => [group.key, group]));
  for (const group of after) {
    const old = known.get(group.key);
    if (old && sameLook(old, group) && sameOrder) continue;
    if (old) dirty = union(dirty, reach(old));
    dirty = union(dirty, reach(group));
  }
  return dirty;
}

const sameLook = (a: PlacedGroup, b: PlacedGroup): boolean =>
  a.ops === b.ops &&
  a.turn?.degrees === b.turn?.degrees &&
  a.turn?.x === b.turn?.x &&
  a.turn?.y === b.turn?.y &&
  a.dx === b.dx &&
  a.dy === b.dy &&
  a.opacity === b.opacity &&
  a.box.x === b.box.x &&
  a.box.y === b.box.y &&
  a.box.w === b.box.w &&
  a.box.h === b.box.h;
