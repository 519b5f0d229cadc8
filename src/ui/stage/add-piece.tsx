import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { KIT } from '@/core/engine/features';
import type { ListKind } from '@/core/engine/kernel/feature';
import { newPiece, PIECE_KINDS, type PieceKindName } from '@/core/piece';
import { listed } from '@/core/show/listed';
import { addPiece } from '@/core/stage/add';
import { randomKey } from '@/ui/data/random-key';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { TextField } from '@/ui/part/field';
import { PictureTile, TILE_GAP, tileWidth } from '@/ui/part/picture-tile';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { PiecePicture } from './piece-picture';
import { say, saying } from '@/ui/words/say';
import { asKept } from '@/core/words/phrase';

const PURPOSES = [...new Set(Object.values(PIECE_KINDS).map(({ purpose }) => purpose))];

export const newIds = () => ({ piece: randomKey().slice(0, 12), own: randomKey().slice(0, 12) });

/** A piece that has been added; `view`: a camera or a game, which fills the frame and needs nothing more. */
export interface Added {
  id: string;
  view: boolean;
}

/** The pieces there are, each as it looks, by what they are for. One that shows a goal, a counter … brings its own, or shows one that is there. */
export function AddPiece({ onClose, onAdded }: { onClose: () => void; onAdded: (added: Added) => void }) {
  const show = useShow();
  const [sought, setSought] = useState('');
  const [room, setRoom] = useState(0);
  const [asked, setAsked] = useState<PieceKindName | null>(null);
  const add = (kind: PieceKindName, shows: string | null): void => {
    const ids = newIds();
    edit((draft) => void addPiece(draft, kind, ids, shows));
    onAdded({ id: ids.piece, view: kind === 'camera' || kind === 'game' });
  };
  const list = asked && listOf(asked);
  if (asked && list)
    return (
      <WhichOne
        list={list}
        title={saying(PIECE_KINDS[asked].title)}
        onChoose={(id) => add(asked, id)}
        onClose={onClose}
      />
    );
  const choose = (kind: PieceKindName): void => {
    const of = listOf(kind);
    if (of && listed(show, of.list).length > 0) setAsked(kind);
    else add(kind, null);
  };
  return (
    <Sheet title={say('Add a piece')} onClose={onClose}>
      <TextField label={say('Search pieces')} value={sought} exact onChange={setSought} />
      <View className="gap-4" onLayout={({ nativeEvent: { layout } }) => setRoom(layout.width)}>
        {PURPOSES.map((purpose) => (
          <PiecesFor key={asKept(purpose)} purpose={purpose} sought={sought} width={tileWidth(room)} add={choose} />
        ))}
      </View>
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
  const kind = saying(list.title).toLowerCase();
  return (
    <Sheet title={title} onClose={onClose}>
      <Button kind="main" disabled={there.length >= list.most} onPress={() => onChoose(null)}>
        {say('A new {kind} of its own', { kind })}
      </Button>
      <Text size={13} tone="muted">
        {say('Or show a {kind} that is there', { kind })}
      </Text>
      <Choice
        label={say('A {kind} that is there', { kind })}
        value={null}
        options={there.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={onChoose}
      />
    </Sheet>
  );
}

/** The pieces of one purpose, so far as they are sought. */
function PiecesFor({
  purpose,
  sought,
  width,
  add,
}: {
  purpose: (typeof PURPOSES)[number];
  sought: string;
  /** Of a picture, px; less than 0 before the sheet knows its own. */
  width: number;
  add: (kind: PieceKindName) => void;
}) {
  const show = useShow();
  const words = sought.trim().toLocaleLowerCase();
  const pieces = useMemo(
    () =>
      Object.values(PIECE_KINDS)
        .filter((kind) => kind.purpose === purpose)
        .map(({ kind, title, says }) => ({
          kind,
          title,
          says,
          piece: { ...newPiece(kind, kind, show), style: show.pieces.at(-1)?.style ?? 'slip' },
        })),
    [purpose, show],
  );
  const found = pieces.filter(({ title, says }) =>
    `${saying(title)} ${saying(says)} ${saying(purpose)}`.toLocaleLowerCase().includes(words),
  );
  if (found.length === 0) return null;
  return (
    <View className="gap-2" role="group" aria-label={saying(purpose)}>
      <Text size={17} face="title" level={3}>
        {purpose}
      </Text>
      <View className="flex-row flex-wrap" style={{ gap: TILE_GAP }}>
        {width <= 0
          ? null
          : found.map(({ kind, title, says, piece }) => (
              <PictureTile
                key={kind}
                title={title}
                note={says}
                role="button"
                chosen={false}
                onPress={() => add(kind)}
                width={width}
              >
                <PiecePicture piece={piece} show={show} width={width} height={Math.round(width * 0.5)} />
              </PictureTile>
            ))}
      </View>
    </View>
  );
}
