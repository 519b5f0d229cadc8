import type { Box } from '@/core/paint/display';
import type { Measure } from '@/core/paint/text';
import { heightFor } from '@/core/piece/leaderboard';
import { tickerHeight } from '@/core/piece/ticker';
import { least, type Piece, type PieceKindName } from '@/core/piece';
import type { FrameSize } from '@/core/piece/frame';
import type { Show } from '@/core/show/show';
import { judge, judgedOf } from './judge';
import { covers, isPicture, type Behind, type Finding } from './judge/finding';
import { arcOf, LEAST_ARC, smallestType } from './judge/reading';
import { boundsOf, coverOf, overlap } from './boxes';
import { rank } from './importance';
import { piecesSeen } from './seen';
import { isUpright, veilsOf } from '@/core/show/safe-area';

/* Arranging for the streamer: from the pieces, and how much each matters, layouts in which nothing is wrong. */

/** The size at which a kind of piece reads well: shares of the frame's shorter side; sizes further on are smaller ones that still do. */
const SIZES: Partial<Record<PieceKindName, { w: number; h: number }>> = {
  spotlight: { w: 0.82, h: 0.2 },
  goal: { w: 0.72, h: 0.13 },
  countdown: { w: 0.4, h: 0.17 },
  counter: { w: 0.36, h: 0.17 },
  leaderboard: { w: 0.5, h: 0.36 },
  chat: { w: 0.44, h: 0.36 },
  plate: { w: 0.48, h: 0.15 },
  lantern: { w: 0.26, h: 0.34 },
  reel: { w: 0.6, h: 0.2 },
  ticker: { w: 0.6, h: 0.2 },
  shelf: { w: 0.56, h: 0.24 },
  gifts: { w: 0.6, h: 0.26 },
  credits: { w: 0.52, h: 0.44 },
  audience: { w: 0.3, h: 0.15 },
  info: { w: 0.56, h: 0.28 },
  text: { w: 0.56, h: 0.1 },
};
const SMALLER = [1, 0.88, 0.78, 0.68];

/** Where a layout draws its pieces to: each way of arranging has another taste. */
interface Taste {
  name: string;
  /** The cost of a place, 0 (best) to about 1. x and y: the box's middle in shares of the frame. */
  cost: (x: number, y: number, piece: Piece) => number;
}
const edge = (v: number): number => Math.min(v, 1 - v) * 2;
const TASTES: readonly Taste[] = [
  { name: 'Down the left', cost: (x, y) => x * 0.9 + y * 0.25 },
  { name: 'Above and below', cost: (_x, y, piece) => edge(y) * 0.9 + (piece.kind === 'spotlight' ? y * 0.3 : 0) },
  { name: 'In the corners', cost: (x, y) => edge(x) * 0.5 + edge(y) * 0.5 },
  { name: 'Gathered above', cost: (x, y) => y * 0.8 + Math.abs(x - 0.5) * 0.1 },
  { name: 'Down the right', cost: (x, y) => (1 - x) * 0.9 + y * 0.25 },
];

/** One way to arrange: where each piece comes to stand, what would still be wrong, and how it measures up. */
export interface Proposal {
  name: string;
  places: Record<string, Box>;
  /** Pieces for which there was no room: they come off the frame. */
  without: string[];
  findings: Finding[];
  /** Share of the picture covered, 0 to 1. */
  cover: number;
  /** The smallest type of all, minutes of arc. */
  arc: number;
}

/** What it costs to stand in the very middle, where the picture is. */
const MIDDLE = 0.4;
const STEP = 24;
const GAP = 18;

const grown = (box: Box, by: number): Box => ({ x: box.x - by, y: box.y - by, w: box.w + 2 * by, h: box.h + 2 * by });

function sizesOf(piece: Piece, frame: FrameSize): { w: number; h: number }[] {
  const side = Math.min(frame.width, frame.height);
  const share = SIZES[piece.kind];
  const smallest = least(piece);
  // A piece without a size of its kind keeps its own, in proportion to the frame.
  const full = share
    ? { w: share.w * side, h: share.h * side }
    : { w: Math.min(piece.place.w, frame.width * 0.6), h: Math.min(piece.place.h, frame.height * 0.4) };
  const sizes = SMALLER.map((by) => {
    const w = Math.round(Math.max(smallest.w, full.w * by));
    // What has rows is as high as they need.
    const high =
      piece.kind === 'leaderboard' ? heightFor(piece, w) : piece.kind === 'ticker' ? tickerHeight(piece) : full.h * by;
    return { w, h: Math.round(Math.max(smallest.h, high)) };
  });
  return sizes.filter((size, n) => n === 0 || size.w !== sizes[n - 1]?.w || size.h !== sizes[n - 1]?.h);
}

/** The cheapest place of one piece among those that stand already; null: there is no room. */
function bestPlace(
  piece: Piece,
  {
    taste,
    frame,
    margin,
    placed,
    off,
    keepFree,
  }: {
    taste: Taste;
    frame: FrameSize;
    margin: number;
    placed: readonly Box[];
    off: readonly Box[];
    keepFree: readonly Box[];
  },
): Box | null {
  let best: Box | null = null;
  let least = Infinity;
  for (const [n, { w, h }] of sizesOf(piece, frame).entries()) {
    const xs = new Set([
      margin,
      frame.width - margin - w,
      Math.round((frame.width - w) / 2),
      ...placed.flatMap((box) => [box.x, box.x + box.w - w]),
    ]);
    for (let x = margin; x + w <= frame.width - margin; x += STEP * 2) xs.add(x);
    const ys = new Set([
      margin,
      frame.height - margin - h,
      ...placed.flatMap((box) => [box.y + box.h + GAP, box.y - GAP - h, box.y]),
    ]);
    for (let y = margin; y + h <= frame.height - margin; y += STEP) ys.add(y);
    for (const x of xs)
      for (const y of ys) {
        if (x < margin || y < margin || x + w > frame.width - margin || y + h > frame.height - margin) continue;
        const at = { x, y, w, h };
        if (off.some((box) => overlap(at, box) > 0) || placed.some((box) => overlap(grown(at, GAP - 1), box) > 0))
          continue;
        const free = keepFree.reduce((sum, box) => sum + overlap(at, box), 0) / (w * h);
        const aligned = placed.some((box) => box.x === x || box.x + box.w === x + w) ? 0 : 0.06;
        const [cx, cy] = [(x + w / 2) / frame.width, (y + h / 2) / frame.height];
        const cost =
          taste.cost(cx, cy, piece) +
          (1 - Math.abs(cx - 0.5) * 2) * (1 - Math.abs(cy - 0.5) * 2) * MIDDLE +
          n * 0.16 +
          (free > 0 ? 2 + free * 3 : 0) +
          aligned;
        if (cost < least) {
          least = cost;
          best = at;
        }
      }
    // A smaller size is tried where the larger one found no room, or only on a face.
    if (least < 1.6 + n * 0.16) break;
  }
  return best;
}

/**
 * Places pieces one after another, each where it costs least: by taste, near the edges of those that stand already, off faces, and clear of what
 * platforms lay over the frame.
 */
function placeAll(
  pieces: readonly Piece[],
  taste: Taste,
  show: Pick<Show, 'frame' | 'safe'>,
  { keepFree, standing }: { keepFree: readonly Box[]; standing: readonly Box[] },
): Record<string, Box> {
  const { frame } = show;
  const veils = [...veilsOf(show.safe, frame).map(({ box }) => box), ...standing];
  const margin = Math.round(isUpright(frame) ? frame.width * 0.05 : frame.width * 0.02);
  const placed: Box[] = [];
  const places: Record<string, Box> = {};
  for (const piece of [...pieces].sort((a, b) => rank(a) - rank(b))) {
    const at = bestPlace(piece, { taste, frame, margin, placed, off: veils, keepFree });
    if (!at) continue;
    // What would cover too much comes smaller.
    if (coverOf([...placed, ...standing, at], frame) > show.safe.cover && piece.kind !== 'spotlight') {
      const { w, h } = sizesOf(piece, frame).at(-1) ?? at;
      Object.assign(at, { w: Math.min(w, at.w), h: Math.min(h, at.h) });
    }
    placed.push(at);
    places[piece.id] = at;
  }
  return places;
}

/**
 * Proposes layouts for one scene: best first, those with nothing wrong before the others. Pictures stay where they are.
 * @param keepFree parts of the frame to be left free, faces above all (px)
 */
export function arrange(
  show: Show,
  scene: string,
  measure: Measure,
  { keepFree = [], behind = [] }: { keepFree?: readonly Box[]; behind?: readonly Behind[] } = {},
): Proposal[] {
  const all = piecesSeen(show, { scene, hidden: new Set(), by: 'app' }).filter(covers);
  const pieces = all.filter(({ locked }) => !locked);
  // What is locked stays, and is kept clear of.
  const standing = all.filter(({ locked }) => locked).map(boundsOf);
  const proposals = TASTES.map(({ name, cost }) => {
    const places = placeAll(pieces, { name, cost }, show, { keepFree, standing });
    return proposalOf(
      { name, places, without: pieces.filter(({ id }) => !places[id]).map(({ id }) => id) },
      show,
      { scene, behind },
      measure,
    );
  });
  const seen = new Set<string>();
  const centre = {
    x: show.frame.width * 0.3,
    y: show.frame.height * 0.25,
    w: show.frame.width * 0.4,
    h: show.frame.height * 0.5,
  };
  // By tenths of it: within these, what covers less goes first.
  const middle = ({ places }: Proposal): number =>
    Math.round(
      (Object.values(places).reduce((sum, box) => sum + overlap(box, centre), 0) / (centre.w * centre.h)) * 10,
    );
  const onFaces = ({ places }: Proposal): number =>
    keepFree.reduce((sum, free) => sum + Object.values(places).reduce((of, box) => of + overlap(box, free), 0), 0);
  return proposals
    .filter(({ places }) => {
      const key = JSON.stringify(places);
      return !seen.has(key) && seen.add(key).size > 0;
    })
    .sort(
      (a, b) =>
        onFaces(a) - onFaces(b) ||
        a.findings.length - b.findings.length ||
        a.without.length - b.without.length ||
        middle(a) - middle(b) ||
        a.cover - b.cover ||
        b.arc - a.arc,
    );
}

/** A layout and how it measures up: what is wrong, what it covers, how small its smallest type is. */
export function proposalOf(
  { name, places, without = [] }: { name: string; places: Record<string, Box>; without?: readonly string[] },
  show: Show,
  { scene, behind = [] }: { scene: string; behind?: readonly Behind[] },
  measure: Measure,
): Proposal {
  const placed = withPlaces(show, scene, places, without);
  const judged = judgedOf(placed, scene, measure, behind);
  const types = judged.pieces
    .filter((piece) => !isPicture(piece))
    .map((piece) => smallestType(judged.groups.get(piece.id) ?? []))
    .filter(Number.isFinite);
  return {
    name,
    places,
    without: [...without],
    findings: judge(placed, scene, measure, behind).filter(({ key }) => !show.dismissed.includes(key)),
    cover: coverOf(
      judged.pieces.filter(covers).map(({ place }) => place),
      show.frame,
    ),
    arc: types.length === 0 ? LEAST_ARC : arcOf(Math.min(...types), show.frame, show.safe.screen),
  };
}

/** A show whose pieces stand at these places in a scene, some taken off. Where a piece has a place of its own there, that is the one that changes. */
export const withPlaces = (
  show: Show,
  scene: string,
  places: Readonly<Record<string, Box>>,
  without: readonly string[] = [],
): Show => ({
  ...show,
  pieces: show.pieces.map((piece): Piece => {
    const place = places[piece.id];
    if (without.includes(piece.id)) return { ...piece, off: true };
    if (!place) return piece;
    return piece.places?.[scene]
      ? { ...piece, turn: undefined, places: { ...piece.places, [scene]: place } }
      : { ...piece, turn: undefined, place };
  }),
});
