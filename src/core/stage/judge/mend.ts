import { least, type Piece } from '@/core/piece';
import type { Show } from '@/core/show/show';
import { piecesSeen } from '../seen';
import { clearPlace, obstacles } from './clear';
import type { Mend } from './finding';

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
      break;
    case 'set': {
      const at = draft.pieces.findIndex(({ id }) => id === mend.piece);
      const piece = draft.pieces[at];
      if (piece) draft.pieces[at] = { ...piece, ...mend.fields } as Piece;
      break;
    }
    case 'remove': draft.pieces = draft.pieces.filter(({ id }) => id !== mend.piece); break;
    case 'outlet': {
      const outlet = draft.outlets.find(({ id }) => id === mend.outlet);
      if (outlet && (outlet.shows.kind === 'pieces' || outlet.shows.kind === 'wall')) outlet.shows.pieces.push(mend.piece);
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
    case 'clear': {
      const pieces = piecesSeen(draft, { scene: mend.scene, hidden: new Set(), by: 'app' });
      const piece = pieces.find(({ id }) => id === mend.piece);
      const place = piece && clearPlace(piece.place, obstacles({ pieces, show: draft }, piece), draft.frame, least(piece));
      if (place) return mendShow(draft, { kind: 'place', places: { [mend.piece]: place }, scene: mend.scene });
      if (mend.else !== undefined) mendShow(draft, { kind: 'front', piece: mend.else });
      break;
    }
  }
}
