import type { DisplayList, Fill, Group, Op, PlacedGroup } from '@/core/paint/display';
import { drawPiece, alternativeOf, type Live, type Piece } from '@/core/piece';
import type { DrawTools } from '@/core/piece/piece';
import type { FrameSize } from '@/core/piece/frame';
import { poseAt } from '@/core/paint/motion';

/** What a frame shows: the pieces back to front, and what each shows of the session, by its id. */
export interface PaintInput {
  frame: FrameSize;
  pieces: readonly Piece[];
  live: Readonly<Record<string, Live>>;
  /** Of its numbers (BCP 47); absent: English. */
  language?: string | undefined;
  /** What lies behind everything; absent: nothing, the frame is transparent. */
  ground?: Fill;
}

/** Turns a scene and a time into what is to be painted. Groups of pieces that have not changed are the same objects as before. */
export class Stage {
  private drawn = new Map<string, { piece: Piece; live: Live; groups: Group[] }>();

  private language: string | undefined;

  constructor(private readonly tools: Omit<DrawTools, 'language'>) {}

  /** Forgets what was drawn: text measures otherwise after a font has arrived. */
  forget(): void {
    this.drawn.clear();
  }

  /** @param now the engine's clock, ms */
  at(scene: PaintInput, now: number): DisplayList {
    if (scene.language !== this.language) {
      this.language = scene.language;
      this.forget();
    }
    const groups: PlacedGroup[] = [];
    let next = Infinity;
    if (scene.ground !== undefined) groups.push(this.groundOf(scene.ground, scene.frame));
    for (const piece of scene.pieces) {
      const live = scene.live[piece.id];
      if (!live) continue;
      for (const group of this.groupsOf(piece, live)) {
        const placed = place(group, now);
        next = Math.min(next, placed.next);
        if (placed.group) groups.push(asPlaced(placed.group, piece));
      }
    }
    for (const id of this.drawn.keys()) if (!scene.pieces.some((piece) => piece.id === id)) this.drawn.delete(id);
    return { width: scene.frame.width, height: scene.frame.height, groups, next };
  }

  private ground: PlacedGroup | null = null;

  private groundOf(fill: Fill, { width: w, height: h }: FrameSize): PlacedGroup {
    const [op] = this.ground?.ops ?? [];
    if (
      !this.ground ||
      this.ground.box.w !== w ||
      this.ground.box.h !== h ||
      op?.op !== 'rect' ||
      JSON.stringify(op.fill) !== JSON.stringify(fill)
    ) {
      this.ground = {
        key: 'ground',
        box: { x: 0, y: 0, w, h },
        ops: [{ op: 'rect', x: 0, y: 0, w, h, radius: 0, fill }],
        dx: 0,
        dy: 0,
        opacity: 1,
      };
    }
    return this.ground;
  }

  private groupsOf(piece: Piece, live: Live): Group[] {
    const known = this.drawn.get(piece.id);
    if (known && known.piece === piece && known.live === live) return known.groups;
    const groups = drawPiece(piece, live, { ...this.tools, language: this.language });
    // The next alert in line was already drawn while it waited; its bitmap stays good for as long as the piece does.
    if (known?.piece === piece)
      for (const group of groups)
        group.ops = known.groups.find((old) => old.key === group.key && sameOps(old, group))?.ops ?? group.ops;
    this.drawn.set(piece.id, { piece, live, groups });
    return groups;
  }
}

const sameOps = (a: Group, b: Group): boolean => JSON.stringify(a.ops) === JSON.stringify(b.ops);

/** A group as its piece is turned, and how opaque that is. */
function asPlaced(group: PlacedGroup, { turn, opacity, place: { x, y, w, h } }: Piece): PlacedGroup {
  if (!turn && opacity === undefined) return group;
  return {
    ...group,
    opacity: group.opacity * (opacity ?? 1),
    ...(turn ? { turn: { degrees: turn, x: x + w / 2, y: y + h / 2 } } : {}),
  };
}

/** A group at one moment (none before it comes and after it has gone), and when it will next look otherwise. */
function place(group: Group, now: number): { group: PlacedGroup | null; next: number } {
  if (group.path) {
    const { from, until, at } = group.path;
    if (now < from || now >= until) return { group: null, next: now < from ? from : Infinity };
    return { group: { ...group, ...at((now - from) / (until - from)) }, next: now };
  }
  if (!group.motion && (group.plays || group.film)) {
    const shown = playing(group, group.loop ? now % group.loop : now);
    return { group: { ...group, ops: shown.ops, dx: 0, dy: 0, opacity: 1 }, next: now + shown.next };
  }
  if (!group.motion) {
    const { ops, next } = group.clock?.(now) ?? { ops: group.ops, next: Infinity };
    return { group: { ...group, ops, dx: 0, dy: 0, opacity: 1 }, next };
  }
  const { pose, next } = poseAt(group.motion.moves, group.motion.from, group.motion.until, now);
  if (!pose) return { group: null, next };
  const shown = playing(group, now - group.motion.from);
  return { group: { ...group, ...pose, ops: shown.ops }, next: Math.min(next, now + shown.next) };
}

/** The operations of what moves by itself, `since` ms after it came, and in how long they will be others. */
function playing(group: Group, since: number): { ops: readonly Op[]; next: number } {
  if (group.plays) return { ops: group.ops.map((op) => (op.op === 'image' ? { ...op, at: since } : op)), next: 0 };
  if (!group.film) return { ops: group.ops, next: Infinity };
  const { frames, delays } = group.film;
  let left = since % delays.reduce((sum, ms) => sum + ms, 0);
  for (const [n, ms] of delays.entries()) {
    if (left < ms) return { ops: frames[n] ?? group.ops, next: ms - left };
    left -= ms;
  }
  return { ops: group.ops, next: Infinity };
}

/** The frame in words, front to back as a reader would take it: one line a piece that has something to say. */
export const alternativeLines = (scene: PaintInput, now: number): string[] =>
  scene.pieces
    .map((piece) => {
      const live = scene.live[piece.id];
      return live ? alternativeOf(piece, live, now, scene) : '';
    })
    .filter((line) => line !== '');
