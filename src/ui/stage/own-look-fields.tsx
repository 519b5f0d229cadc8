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

const SHAPES: Record<BarShape, string> = {
  bar: 'Round bar',
  line: 'Line',
  block: 'Block',
  segments: 'Segments',
  ring: 'Ring',
  vessel: 'Vessel that fills',
};

/** A piece's look of its own: backing, text, and what fills up. What is not set is as its style has it. */
export function OwnLookFields({ piece, set }: { piece: Piece; set: (field: string, value: unknown) => void }) {
  const look: OwnLook = piece.look ?? {};
  const change = (changed: Partial<OwnLook>): void => {
    const next = Object.fromEntries(Object.entries({ ...look, ...changed }).filter(([, value]) => value !== undefined));
    set('look', Object.keys(next).length > 0 ? next : undefined);
  };
  return (
    <View className="gap-4 pt-3 border-t border-line" role="group" aria-label="Its own colours">
      <Text size={17} face="title" level={2}>
        Its own colours
      </Text>
      <Backing look={look} change={change} />
      <ColourField label="Text" none="The style’s" value={look.text} onChange={(text) => change({ text })} />
      <ColourField label="Headings" none="As the text" value={look.head} onChange={(head) => change({ head })} />
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
          Backing
        </Text>
        <Segments
          label="Backing"
          value={look.backing === 'none' ? 'none' : own ? 'own' : 'style'}
          onChange={(how) => change({ backing: how === 'style' ? undefined : how === 'none' ? 'none' : '#17110E' })}
          options={[
            { value: 'style', label: 'The style’s' },
            { value: 'own', label: 'A colour' },
            { value: 'none', label: 'None' },
          ]}
        />
      </View>
      {own ? (
        <>
          <ColourField
            label="Colour of the backing"
            none="The style’s"
            value={look.backing}
            onChange={(backing) => change({ backing })}
          />
          <NumberField
            label="How opaque it is"
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
          label="Corners"
          unit="px"
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
        label="Shape of what fills"
        options={BAR_SHAPES.map((value) => ({ value: value as string, label: SHAPES[value] }))}
        value={look.shape ?? 'bar'}
        onChange={(value) => change({ shape: BAR_SHAPES.find((shape) => shape === value) })}
      />
      <ColourField label="Filling" none="The style’s" value={look.bar} onChange={(bar) => change({ bar })} />
      {look.bar ? (
        <ColourField label="Running into" none="Plain" value={look.barTo} onChange={(barTo) => change({ barTo })} />
      ) : null}
      <ColourField label="Trough" none="The style’s" value={look.trough} onChange={(trough) => change({ trough })} />
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
    <View className="gap-3" role="group" aria-label="Saved looks">
      <View className="flex-row">
        <Button kind="outline" onPress={() => dress(null, piece)}>
          Put this look on all pieces
        </Button>
      </View>
      {looks.map((each) => (
        <View key={each.id} className="flex-row items-center gap-2">
          <Text className="flex-1" numberOfLines={1}>
            {each.name}
          </Text>
          <Button label={`Put ${each.name} on this piece`} onPress={() => dress(piece.id, each)}>
            This piece
          </Button>
          <Button kind="outline" label={`Put ${each.name} on all pieces`} onPress={() => dress(null, each)}>
            All
          </Button>
          <IconButton
            icon={X}
            tone="muted"
            label={`Remove the look ${each.name}`}
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
            <TextField label="Save this look as" value={name} most={80} placeholder="My look" onChange={setName} />
          </View>
          <Button disabled={name.trim() === ''} onPress={save}>
            Save
          </Button>
        </View>
      ) : null}
    </View>
  );
}
