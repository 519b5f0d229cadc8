import { areaOf, boundsOf, overlap } from '../boxes';
import { veilsOf } from '@/core/show/safe-area';
import { isPicture, type Finding, type Judged } from './finding';
import { phrase } from '@/core/words/phrase';

/** A piece leaves the frame. */
export function outside(judged: Judged): Finding[] {
  const {
    show: { frame },
    scene,
    pieces,
  } = judged;
  return pieces
    .filter((piece) => !isPicture(piece) && piece.kind !== 'drift')
    .flatMap((piece) => {
      const box = boundsOf(piece);
      const share = 1 - overlap(box, { x: 0, y: 0, w: frame.width, h: frame.height }) / areaOf(box);
      return share < 0.005
        ? []
        : [
            {
              key: `outside/${scene}/${piece.id}`,
              pieces: [piece.id],
              says: phrase('{max} % of {name} is outside the frame.', {
                max: Math.max(1, Math.round(share * 100)),
                name: piece.name,
              }),
              mend: {
                label: phrase('Move {name}', { name: piece.name }),
                does: { kind: 'clear' as const, piece: piece.id, scene },
              },
            },
          ];
    });
}

/** A piece lies under what a platform lays over the picture. */
export function underVeil(judged: Judged): Finding[] {
  const { show, scene, pieces } = judged;
  const veils = veilsOf(show.safe, show.frame);
  return pieces
    .filter((piece) => !isPicture(piece) && piece.kind !== 'drift')
    .flatMap((piece): Finding[] => {
      const box = boundsOf(piece);
      const worst = veils
        .map(({ name, box: veil }) => ({ name, share: overlap(box, veil) / areaOf(box) }))
        .sort((a, b) => b.share - a.share)[0];
      if (!worst || worst.share < 0.02) return [];
      return [
        {
          key: `veil/${scene}/${piece.id}`,
          pieces: [piece.id],
          says: phrase('{share} % of {name} is under {name2}.', {
            share: Math.round(worst.share * 100),
            name: piece.name,
            name2: worst.name,
          }),
          mend: { label: phrase('Move {name}', { name: piece.name }), does: { kind: 'clear', piece: piece.id, scene } },
        },
      ];
    });
}
