import type { Measure } from '@/core/paint/text';
import type { Outlet } from '@/core/show/outlet';
import type { Show } from '@/core/show/show';
import { outletFrame } from '../outlet-frame';
import { least } from '@/core/piece';
import { halfRows } from './content';
import { contrast } from './contrast';
import type { Finding, Judged } from './finding';
import { drawnOf } from './drawn';
import { overflow, small } from './reading';
import { phrase, type Phrase } from '@/core/words/phrase';

/** A piece has less room on an outlet's frame than it needs to be read. */
const cramped = ({ pieces }: Judged): Finding[] =>
  pieces.flatMap((piece): Finding[] => {
    const { w, h } = least(piece);
    if (piece.place.w >= w && piece.place.h >= h) return [];
    return [
      {
        key: `cramped/${piece.id}`,
        pieces: [piece.id],
        says: phrase('{name} has {w} × {h} px here; it needs {w2} × {h2}.', {
          name: piece.name,
          w: piece.place.w,
          h: piece.place.h,
          w2: w,
          h2: h,
        }),
        mend: { label: phrase('Delete {name}', { name: piece.name }), does: { kind: 'remove', piece: piece.id } },
      },
    ];
  });

/**
 * What is wrong with pieces on an outlet's own frame, in sentences. Its layer is laid into the picture at its own size, so that a px of it is as
 * large to a viewer as one of the stage.
 */
export function judgeOutlet(show: Show, by: Outlet, measure: Measure): Phrase[] {
  const { frame, pieces } = outletFrame(show, { scene: '', hidden: new Set(), by });
  const shorter = (size: typeof frame): number => Math.min(size.width, size.height);
  const { screen } = show.safe;
  const width = (screen.width * shorter(frame)) / shorter(show.frame);
  const own: Show = {
    ...show,
    frame,
    pieces,
    safe: { ...show.safe, upright: [], wide: [], screen: { ...screen, width } },
  };
  const groups = new Map(pieces.map((piece) => [piece.id, drawnOf(piece, own, measure)]));
  const judged: Judged = { show: own, scene: '', pieces, groups, measure, behind: [] };
  return [cramped, overflow, contrast, small, halfRows].flatMap((check) => check(judged)).map(({ says }) => says);
}
