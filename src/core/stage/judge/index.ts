import type { Measure } from '@/core/paint/text';
import type { Show } from '@/core/show/show';
import { piecesSeen } from '../seen';
import { chatTwice, cover, echo, halfRows, lostCue, lostSpotlight, nowhere, twice } from './content';
import { contrast } from './contrast';
import { drawnOf } from './drawn';
import type { Behind, Finding, Judged } from './finding';
import { hidden } from './hidden';
import { outside, underVeil } from './outside';
import { overflow, shrinks, small } from './reading';

/** Every check, what matters most first. */
const CHECKS: readonly ((judged: Judged) => Finding[])[] = [
  hidden,
  outside,
  underVeil,
  lostSpotlight,
  lostCue,
  nowhere,
  overflow,
  contrast,
  small,
  shrinks,
  halfRows,
  twice,
  chatTwice,
  echo,
  cover,
];

/** A scene of a show with all that is needed to judge it. Pieces are judged by content of the usual kind. */
export function judgedOf(show: Show, scene: string, measure: Measure, behind: readonly Behind[]): Judged {
  const pieces = piecesSeen(show, { scene, hidden: new Set(), by: 'app' });
  const groups = new Map(pieces.map((piece) => [piece.id, drawnOf(piece, show, measure)]));
  return { show, scene, pieces, groups, measure, behind };
}

/** All findings of one scene ('' where the show has none), those that were dismissed among them. */
export const judge = (show: Show, scene: string, measure: Measure, behind: readonly Behind[] = []): Finding[] => {
  const judged = judgedOf(show, scene, measure, behind);
  return CHECKS.flatMap((check) => check(judged));
};
