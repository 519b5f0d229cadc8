import type { DisplayList, Group, PlacedGroup } from '@/core/paint/display';
import { drawPiece, twinOf, type Live, type Piece } from '@/core/piece';
import type { DrawTools } from '@/core/piece/piece';
import type { FrameSize } from '@/core/show/show';
import { poseAt } from './motion';

/** What a frame shows: the pieces back to front, and what each shows of the session, by its id. */
export interface Scene {
  frame: FrameSize;
  pieces: readonly Piece[];
  live: Readonly<Record<string, Live>>;
}

/** Turns a scene and a time into what is to be painted. Groups of pieces that have not changed are the same objects as before. */
export class Stage {
  private drawn = new Map<string, { piece: Piece; live: Live; groups: Group[] }>();

  constructor(private readonly tools: DrawTools) {}

  /** Forgets what was drawn: text measures otherwise after a font has arrived. */
  forget(): void {
    this.drawn.clear();
  }

  /** @param now the engine's clock, ms */
  at(scene: Scene, now: number): DisplayList {
    const groups: PlacedGroup[] = [];
    let next = Infinity;
    for (const piece of scene.pieces) {
      const live = scene.live[piece.id];
      if (!live) continue;
      for (const group of this.groupsOf(piece, live)) {
        const placed = place(group, now);
        next = Math.min(next, placed.next);
        if (placed.group) groups.push(placed.group);
      }
    }
    for (const id of this.drawn.keys()) if (!scene.pieces.some((piece) => piece.id === id)) this.drawn.delete(id);
    return { width: scene.frame.width, height: scene.frame.height, groups, next };
  }

  private groupsOf(piece: Piece, live: Live): Group[] {
    const known = this.drawn.get(piece.id);
    if (known && known.piece === piece && known.live === live) return known.groups;
    const groups = drawPiece(piece, live, this.tools);
    // The next alert in line was already drawn while it waited; its bitmap stays good for as long as the piece does.
    if (known?.piece === piece) for (const group of groups) group.ops = known.groups.find((old) => old.key === group.key && sameOps(old, group))?.ops ?? group.ops;
    this.drawn.set(piece.id, { piece, live, groups });
    return groups;
  }
}

const sameOps = (a: Group, b: Group): boolean => JSON.stringify(a.ops) === JSON.stringify(b.ops);

/** A group at one moment (none before it comes and after it has gone), and when it will next look otherwise. */
function place(group: Group, now: number): { group: PlacedGroup | null; next: number } {
  if (!group.motion) return { group: { ...group, dx: 0, dy: 0, opacity: 1 }, next: Infinity };
  const { pose, next } = poseAt(group.motion.name, group.motion.from, group.motion.until, now);
  return { group: pose && { ...group, ...pose }, next };
}

/** The frame in words, front to back as a reader would take it: one line a piece that has something to say. */
export const twinLines = (scene: Scene, now: number): string[] =>
  scene.pieces.map((piece) => {
    const live = scene.live[piece.id];
    return live ? twinOf(piece, live, now) : '';
  }).filter((line) => line !== '');
