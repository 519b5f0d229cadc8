import type { Box } from '@/core/paint/display';
import type { Measure } from '@/core/paint/text';
import type { Piece } from '@/core/piece';
import type { Show } from '@/core/show/show';
import { judge, judgedOf } from './judge';
import { covers, isPicture, type Behind, type Finding } from './judge/finding';
import { arcOf, LEAST_ARC, smallestType } from './judge/reading';
import { boundsOf, coverOf, overlap } from './boxes';
import { rank } from './importance';
import { piecesSeen } from './seen';
import { veilsOf } from '@/core/show/safe-area';
import { bestPlace, marginOf, sizesOf, type Taste } from './room';
import { phrase, type Phrase } from '@/core/words/phrase';

/* Arranging for the streamer: from the pieces, and how much each matters, layouts in which nothing is wrong. */

const edge = (v: number): number => Math.min(v, 1 - v) * 2;
const TASTES: readonly (Taste & { name: Phrase })[] = [
  { name: phrase('Down the left'), cost: (x, y) => x * 0.9 + y * 0.25 },
  {
    name: phrase('Above and below'),
    cost: (_x, y, piece) => edge(y) * 0.9 + (piece.kind === 'spotlight' ? y * 0.3 : 0),
  },
  { name: phrase('In the corners'), cost: (x, y) => edge(x) * 0.5 + edge(y) * 0.5 },
  { name: phrase('Gathered above'), cost: (x, y) => y * 0.8 + Math.abs(x - 0.5) * 0.1 },
  { name: phrase('Down the right'), cost: (x, y) => (1 - x) * 0.9 + y * 0.25 },
];

/** One way to arrange: where each piece comes to stand, what would still be wrong, and how it measures up. */
export interface Proposal {
  name: Phrase;
  places: Record<string, Box>;
  /** Pieces for which there was no room: they come off the frame. */
  without: string[];
  findings: Finding[];
  /** Share of the picture covered, 0 to 1. */
  cover: number;
  /** The smallest type of all, minutes of arc. */
  arc: number;
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
  const margin = marginOf(frame);
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
    const places = placeAll(pieces, { cost }, show, { keepFree, standing });
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
  { name, places, without = [] }: { name: Phrase; places: Record<string, Box>; without?: readonly string[] },
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
