import { areaOf, boundsOf, overlap } from '../boxes';
import { covers, isPicture, type Finding, type Judged } from './finding';
import { phrase } from '@/core/words/phrase';

/** Less than this of a piece is an edge that touches another. */
const SHARE = 0.03;

/** A piece lies under another: it is heard, and not seen. */
export function hidden(judged: Judged): Finding[] {
  const { pieces, scene } = judged;
  const found: Finding[] = [];
  pieces.forEach((below, n) => {
    if (isPicture(below) || below.kind === 'drift') return;
    const box = boundsOf(below);
    for (const above of pieces.slice(n + 1)) {
      if (above.kind === 'drift' || above.kind === 'art') continue;
      const share = overlap(box, boundsOf(above)) / areaOf(box);
      if (share < SHARE) continue;
      // The smaller one moves: it finds room sooner. A picture stays where it is, and the live piece comes forward.
      const picture = !covers(above);
      const moves = !picture && areaOf(above.place) < areaOf(below.place) ? above : below;
      found.push({
        key: `hidden/${scene}/${below.id}/${above.id}`,
        pieces: [below.id, above.id],
        says: phrase('{share} % of {name} lies under {name2}.', {
          share: Math.round(share * 100),
          name: below.name,
          name2: above.name,
        }),
        mend: picture
          ? {
              label: phrase('Bring {name} to the front', { name: below.name }),
              does: { kind: 'front', piece: below.id },
            }
          : {
              label: phrase('Move {name}', { name: moves.name }),
              does: { kind: 'clear', piece: moves.id, scene, other: moves === above ? below.id : above.id },
            },
      });
    }
  });
  return found;
}
