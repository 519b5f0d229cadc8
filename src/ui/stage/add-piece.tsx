import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { KIT } from '@/core/engine/features';
import type { ListKind } from '@/core/engine/kernel/feature';
import { PIECE_KINDS, type PieceKindName } from '@/core/piece';
import { listed } from '@/core/show/listed';
import { addPiece } from '@/core/stage/add';
import { randomKey } from '@/ui/data/random-key';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';

const PURPOSES = [...new Set(Object.values(PIECE_KINDS).map(({ purpose }) => purpose))];

export const newIds = () => ({ piece: randomKey().slice(0, 12), own: randomKey().slice(0, 12) });

/** The pieces there are, by what they are for. One that shows a goal, a counter … brings its own, or shows one that is there. */
export function AddPiece({ onClose, onAdded }: { onClose: () => void; onAdded: (id: string) => void }) {
  const show = useShow();
  const [asked, setAsked] = useState<PieceKindName | null>(null);
  const add = (kind: PieceKindName, shows: string | null): void => {
    const ids = newIds();
    edit((draft) => void addPiece(draft, kind, ids, shows));
    onAdded(ids.piece);
  };
  const list = asked && listOf(asked);
  if (asked && list)
    return (
      <WhichOne list={list} title={PIECE_KINDS[asked].title} onChoose={(id) => add(asked, id)} onClose={onClose} />
    );
  const choose = (kind: PieceKindName): void => {
    const of = listOf(kind);
    if (of && listed(show, of.list).length > 0) setAsked(kind);
    else add(kind, null);
  };
  return (
    <Sheet title="Add a piece" onClose={onClose}>
      {PURPOSES.map((purpose) => (
        <PiecesFor key={purpose} purpose={purpose} add={choose} />
      ))}
    </Sheet>
  );
}

/** Which list of the show pieces of a kind show one thing of. */
function listOf(kind: PieceKindName): ListKind | null {
  for (const control of PIECE_KINDS[kind].controls) {
    const list = 'from' in control ? KIT.lists.get(control.from) : undefined;
    if (list) return list;
  }
  return null;
}

/** A goal, counter … of the piece's own, or one that is there. `onChoose`: null for its own. */
export function WhichOne({
  list,
  title,
  onChoose,
  onClose,
}: {
  list: ListKind;
  title: string;
  onChoose: (id: string | null) => void;
  onClose: () => void;
}) {
  const there = listed(useShow(), list.list);
  const kind = list.title.toLowerCase();
  return (
    <Sheet title={title} onClose={onClose}>
      <Button kind="main" disabled={there.length >= list.most} onPress={() => onChoose(null)}>
        {`A new ${kind} of its own`}
      </Button>
      <Text size={13} tone="muted">{`Or show a ${kind} that is there`}</Text>
      <Choice
        label={`A ${kind} that is there`}
        value={null}
        options={there.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={onChoose}
      />
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
