import { Pressable, View } from 'react-native';
import { PIECE_KINDS, type Piece, type PieceKindName } from '@/core/piece';
import { useShow } from '@/ui/data/show-context';
import { randomKey } from '@/ui/data/random-key';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';

/** The pieces there are, by what they are for. */
export function AddPiece({ onClose, onAdded }: { onClose: () => void; onAdded: (id: string) => void }) {
  const { show, edit } = useShow();
  const add = (kind: PieceKindName): void => {
    const id = randomKey().slice(0, 12);
    edit((draft) => {
      if (kind === 'goal' && draft.goals.length === 0) draft.goals.push({ id: randomKey().slice(0, 12), name: 'Gift goal', measure: 'coins', target: 200, onReach: { kind: 'double' } });
      const piece: Piece = PIECE_KINDS[kind].make(id, draft);
      const same = draft.pieces.filter((other) => other.kind === kind).length;
      // A second one of a kind is told apart by its name, and stands a little lower than the first.
      draft.pieces.push({ ...piece, name: same ? `${piece.name} ${same + 1}` : piece.name, place: { ...piece.place, y: piece.place.y + same * 60 } });
    });
    onAdded(id);
  };
  return (
    <Sheet title="Add a piece" onClose={onClose}>
      {Object.values(PIECE_KINDS).map((kind) => (
        <View key={kind.kind} className="gap-1">
          <Text size={13} tone="muted">{kind.purpose}</Text>
          <Pressable role="button" aria-label={`Add ${kind.title}`} onPress={() => add(kind.kind)} className="min-h-[56px] px-3 py-2 rounded-control bg-raised justify-center">
            <Text size={17} face="strong">{kind.title}</Text>
            <Text size={13} tone="muted">{kind.says}</Text>
          </Pressable>
        </View>
      ))}
      {show.pieces.length >= 8 ? <Text tone="muted">A small screen holds few pieces. What viewers should see first, they see best alone.</Text> : null}
    </Sheet>
  );
}
