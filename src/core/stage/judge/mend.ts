import { least, type Piece } from '@/core/piece';
import type { Show } from '@/core/show/show';
import { piecesSeen } from '../seen';
import { clearPlace, obstacles } from './clear';
import { rank } from '../importance';
import { followHoles } from '../in-hole';
import type { Mend, Offer } from './finding';
import { phrase } from '@/core/words/phrase';

/** Does what puts a finding right, in a draft of the show. */
export function mendShow(draft: Show, mend: Mend): void {
  switch (mend.kind) {
    case 'place':
      for (const piece of draft.pieces) {
        const place = mend.places[piece.id];
        if (!place) continue;
        // Where it has a place of its own in this scene, that is the one; all other scenes keep theirs.
        if (piece.places?.[mend.scene]) piece.places[mend.scene] = place;
        else piece.place = place;
      }
      followHoles(draft, Object.keys(mend.places));
      break;
    case 'set': {
      const at = draft.pieces.findIndex(({ id }) => id === mend.piece);
      const piece = draft.pieces[at];
      if (piece) draft.pieces[at] = { ...piece, ...mend.fields } as Piece;
      break;
    }
    case 'remove':
      draft.pieces = draft.pieces.filter(({ id }) => id !== mend.piece);
      break;
    case 'outlet': {
      const outlet = draft.outlets.find(({ id }) => id === mend.outlet);
      if (outlet && (outlet.shows.kind === 'pieces' || outlet.shows.kind === 'wall'))
        outlet.shows.pieces.push(mend.piece);
      break;
    }
    case 'scenes': {
      const piece = draft.pieces.find(({ id }) => id === mend.piece);
      if (!piece) break;
      if (mend.scenes === null) delete piece.scenes;
      else piece.scenes = mend.scenes;
      break;
    }
    case 'front': {
      const at = draft.pieces.findIndex(({ id }) => id === mend.piece);
      if (at >= 0) draft.pieces.push(...draft.pieces.splice(at, 1));
      break;
    }
    case 'clear':
      return mendShow(draft, offered(draft, { label: phrase('Make room'), does: mend }).does);
  }
}

/**
 * What is offered for a finding as the show is now. A clear place is sought only here, where somebody looks at the offer: seeking one takes longer
 * than judging. A mend that finds no room says so by its name: it takes a piece off.
 */
export function offered(show: Show, offer: Offer): Offer {
  const { does } = offer;
  if (does.kind !== 'clear') return offer;
  const pieces = piecesSeen(show, { scene: does.scene, hidden: new Set(), by: 'app' });
  const movable = [does.piece, does.other].flatMap((id) => pieces.filter((piece) => piece.id === id));
  for (const piece of movable) {
    const place = clearPlace(piece.place, obstacles({ pieces, show }, piece), show.frame, least(piece));
    if (place)
      return {
        label: phrase('Move {name}', { name: piece.name }),
        does: { kind: 'place', places: { [piece.id]: place }, scene: does.scene },
      };
  }
  const [last] = [...movable].sort((a, b) => rank(b) - rank(a));
  return last
    ? {
        label: phrase('Hide {name}', { name: last.name }),
        does: { kind: 'set', piece: last.id, fields: { off: true } },
      }
    : offer;
}
