import { Pressable, View } from 'react-native';
import { PIECE_KINDS, type Piece, type PieceKindName } from '@/core/piece';
import { isPicture } from '@/core/stage/judge/finding';
import { newPlace } from '@/core/stage/judge/clear';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { randomKey } from '@/ui/data/random-key';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';

const PURPOSES = [...new Set(Object.values(PIECE_KINDS).map(({ purpose }) => purpose))];

/** The pieces there are, by what they are for. */
export function AddPiece({ onClose, onAdded }: { onClose: () => void; onAdded: (id: string) => void }) {
  const show = useShow();
  const add = (kind: PieceKindName): void => {
    const id = randomKey().slice(0, 12);
    edit((draft) => {
      if (kind === 'goal' && draft.goals.length === 0)
        draft.goals.push({
          id: randomKey().slice(0, 12),
          name: 'Gift goal',
          measure: 'coins',
          target: 200,
          onReach: { kind: 'double' },
        });
      if (kind === 'countdown' && draft.countdowns.length === 0)
        draft.countdowns.push({ id: randomKey().slice(0, 12), name: 'Time left', seconds: 600, most: 0 });
      if (kind === 'counter' && draft.counters.length === 0)
        draft.counters.push({ id: randomKey().slice(0, 12), name: 'Throws', start: 0, step: 1, target: null });
      if (kind === 'lantern' && draft.lanterns.length === 0)
        draft.lanterns.push({ id: randomKey().slice(0, 12), name: 'Kiln glow', of: 'likes', every: 500 });
      if (kind === 'reel' && draft.draws.length === 0)
        draft.draws.push({
          id: randomKey().slice(0, 12),
          name: 'Next glaze',
          from: 'choices',
          keyword: '!draw',
          choices: [
            { label: 'Celadon', weight: 1 },
            { label: 'Tenmoku', weight: 1 },
            { label: 'Ash', weight: 1 },
          ],
        });
      const piece: Piece = PIECE_KINDS[kind].make(id, draft);
      const same = draft.pieces.filter((other) => other.kind === kind).length;
      // A second one of a kind is told apart by its name. It comes in the style of what is there, where there is room.
      const style = draft.pieces.at(-1)?.style ?? piece.style;
      const named = { ...piece, style, name: same ? `${piece.name} ${same + 1}` : piece.name };
      // What is the picture itself lies behind everything else.
      if (isPicture(piece)) draft.pieces.unshift(named);
      else draft.pieces.push({ ...named, place: newPlace(named, draft) });
    });
    onAdded(id);
  };
  return (
    <Sheet title="Add a piece" onClose={onClose}>
      {PURPOSES.map((purpose) => (
        <PiecesFor key={purpose} purpose={purpose} add={add} />
      ))}
      {show.pieces.length >= 8 ? (
        <Text tone="muted">A small screen holds few pieces. What viewers should see first, they see best alone.</Text>
      ) : null}
    </Sheet>
  );
}

/** The pieces of one purpose. */
function PiecesFor({ purpose, add }: { purpose: (typeof PURPOSES)[number]; add: (kind: PieceKindName) => void }) {
  return (
    <View className="gap-2" role="group" aria-label={purpose}>
      <Text size={13} tone="muted">
        {purpose}
      </Text>
      {Object.values(PIECE_KINDS)
        .filter((kind) => kind.purpose === purpose)
        .map((kind) => (
          <Pressable
            key={kind.kind}
            role="button"
            aria-label={`Add ${kind.title}`}
            onPress={() => add(kind.kind)}
            className="min-h-[56px] px-3 py-2 rounded-control bg-raised justify-center"
          >
            <Text size={17} face="strong">
              {kind.title}
            </Text>
            <Text size={13} tone="muted">
              {kind.says}
            </Text>
          </Pressable>
        ))}
    </View>
  );
}
