import { PIECE_KINDS, type Piece } from '@/core/piece';
import { edit } from '@/ui/data/show-store';

/** Changes one field of a piece in the show (undefined takes it away); the piece's own schema refuses what does not belong there. */
export function useSet(piece: Piece): (field: string, value: unknown) => void {
  return (field, value) => {
    const parsed = PIECE_KINDS[piece.kind].schema.safeParse({ ...piece, [field]: value });
    if (!parsed.success) return;
    edit((draft) => {
      const at = draft.pieces.findIndex(({ id }) => id === piece.id);
      if (at >= 0) draft.pieces[at] = parsed.data;
    });
  };
}
