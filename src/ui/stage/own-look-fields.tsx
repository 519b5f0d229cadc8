import { useState } from 'react';
import { View } from 'react-native';
import X from 'lucide-react-native/icons/x';
import { BAR_SHAPES, type BarShape } from '@/core/piece/bar';
import type { OwnLook, SavedLook } from '@/core/piece/own-look';
import type { Piece } from '@/core/piece';
import { isPicture } from '@/core/stage/judge/finding';
import { freshName } from '@/core/show/listed';
import { randomKey } from '@/ui/data/random-key';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button, IconButton } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { ColourField } from '@/ui/part/colour-field';
import { NumberField, TextField } from '@/ui/part/field';
import { Pick } from '@/ui/part/pick';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { phrase, type Phrase } from '@/core/words/phrase';

const SHAPES: Record<BarShape, Phrase> = {
  bar: phrase('Round bar'),
  line: phrase('Line'),
  block: phrase('Block'),
  segments: phrase('Segments'),
  ring: phrase('Ring'),
  vessel: phrase('Vessel that fills'),
};

/** A piece's look of its own: backing, text, and what fills up. What is not set is as its style has it. */
export function OwnLookFields({ piece, set }: { piece: Piece; set: (field: string, value: unknown) => void }) {
  const look: OwnLook = piece.look ?? {};
  const change = (changed: Partial<OwnLook>): void => {
    const next = Object.fromEntries(Object.entries({ ...look, ...changed }).filter(([, value]) => value !== undefined));
    set('look', Object.keys(next).length > 0 ? next : undefined);
  };
  return (
    <View className="gap-4 pt-3 border-t border-line" role="group" aria-label={say('Its own colours')}>
      <Text size={17} face="title" level={2}>
        {say('Its own colours')}
      </Text>
      <Backing look={look} change={change} />
      <ColourField
        label={say('Text')}
        none={say('The style’s')}
        value={look.text}
        onChange={(text) => change({ text })}
      />
      <ColourField
        label={say('Headings')}
        none={say('As the text')}
        value={look.head}
        onChange={(head) => change({ head })}
      />
      {piece.kind === 'goal' ? <Filling look={look} change={change} /> : null}
      <SavedLooks piece={piece} />
    </View>
  );
}

interface Fields {
  look: OwnLook;
  change: (changed: Partial<OwnLook>) => void;
}

function Backing({ look, change }: Fields) {
  const own = look.backing !== undefined && look.backing !== 'none';
  return (
    <>
      <View className="gap-1">
        <Text size={13} tone="muted">
          {say('Backing')}
        </Text>
        <Segments
          label={say('Backing')}
          value={look.backing === 'none' ? 'none' : own ? 'own' : 'style'}
          onChange={(how) => change({ backing: how === 'style' ? undefined : how === 'none' ? 'none' : '#17110E' })}
          options={[
            { value: 'style', label: say('The style’s') },
            { value: 'own', label: say('A colour') },
            { value: 'none', label: say('None') },
          ]}
        />
      </View>
      {own ? (
        <>
          <ColourField
            label={say('Colour of the backing')}
            none={say('The style’s')}
            value={look.backing}
            onChange={(backing) => change({ backing })}
          />
          <NumberField
            label={say('How opaque it is')}
            unit="%"
            value={Math.round((look.opaque ?? 1) * 100)}
            least={5}
            most={100}
            step={5}
            onChange={(v) => change({ opaque: v === 100 ? undefined : v / 100 })}
          />
        </>
      ) : null}
      {look.backing === 'none' ? null : (
        <NumberField
          label={say('Corners')}
          unit={say('px')}
          value={look.corners ?? 24}
          least={0}
          most={200}
          step={4}
          onChange={(corners) => change({ corners })}
        />
      )}
    </>
  );
}

/** What fills up: its shape and its colours. */
function Filling({ look, change }: Fields) {
  return (
    <>
      <Pick
        label={say('Shape of what fills')}
        options={BAR_SHAPES.map((value) => ({ value: value as string, label: SHAPES[value] }))}
        value={look.shape ?? 'bar'}
        onChange={(value) => change({ shape: BAR_SHAPES.find((shape) => shape === value) })}
      />
      <ColourField
        label={say('Filling')}
        none={say('The style’s')}
        value={look.bar}
        onChange={(bar) => change({ bar })}
      />
      {look.bar ? (
        <ColourField
          label={say('Running into')}
          none={say('Plain')}
          value={look.barTo}
          onChange={(barTo) => change({ barTo })}
        />
      ) : null}
      <ColourField
        label={say('Trough')}
        none={say('The style’s')}
        value={look.trough}
        onChange={(trough) => change({ trough })}
      />
    </>
  );
}

/** Puts a look on a piece, or on all that have one. */
const dress = (id: string | null, { style, look, type }: Pick<SavedLook, 'style' | 'look' | 'type'>): void =>
  edit((draft) => {
    for (const piece of draft.pieces)
      if (id === null ? !isPicture(piece) && piece.kind !== 'drift' : piece.id === id)
        Object.assign(piece, { style, look: look && { ...look }, type: type && { ...type } });
  });

/** Looks that were saved by name: put on this piece, or on all. */
function SavedLooks({ piece }: { piece: Piece }) {
  const looks = useShow((show) => show.looks ?? []);
  const [name, setName] = useState('');
  const save = (): void => {
    edit((draft) => {
      const saved: SavedLook = {
        id: randomKey().slice(0, 12),
        name: freshName(name.trim(), draft.looks ?? []),
        style: piece.style,
        ...(piece.look ? { look: piece.look } : {}),
        ...(piece.type ? { type: piece.type } : {}),
      };
      draft.looks = [...(draft.looks ?? []), saved];
    });
    setName('');
  };
  return (
    <View className="gap-3" role="group" aria-label={say('Saved looks')}>
      <View className="flex-row">
        <Button kind="outline" onPress={() => dress(null, piece)}>
          {say('Put this look on all pieces')}
        </Button>
      </View>
      {looks.map((each) => (
        <View key={each.id} className="flex-row items-center gap-2">
          <Text className="flex-1" numberOfLines={1}>
            {each.name}
          </Text>
          <Button label={say('Put {name} on this piece', { name: each.name })} onPress={() => dress(piece.id, each)}>
            {say('This piece')}
          </Button>
          <Button
            kind="outline"
            label={say('Put {name} on all pieces', { name: each.name })}
            onPress={() => dress(null, each)}
          >
            {say('All')}
          </Button>
          <IconButton
            icon={X}
            tone="muted"
            label={say('Delete the look {name}', { name: each.name })}
            onPress={() =>
              edit((draft) => {
                const left = (draft.looks ?? []).filter(({ id }) => id !== each.id);
                draft.looks = left.length > 0 ? left : undefined;
              })
            }
          />
        </View>
      ))}
      {looks.length < 40 ? (
        <View className="flex-row items-end gap-2">
          <View className="flex-1">
            <TextField
              label={say('Save this look as')}
              value={name}
              most={80}
              placeholder={say('My look')}
              onChange={setName}
            />
          </View>
          <Button disabled={name.trim() === ''} onPress={save}>
            {say('Save')}
          </Button>
        </View>
      ) : null}
    </View>
  );
}
