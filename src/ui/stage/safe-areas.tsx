import { View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import {
  CONSOLE_CAMERA,
  cornerOf,
  CORNERS,
  inCorner,
  isUpright,
  SAFE,
  type Corner,
  type Veil,
} from '@/core/show/safe-area';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button, IconButton } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { NumberField, TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { phrase, type Phrase } from '@/core/words/phrase';

type List = 'upright' | 'wide';

const CORNER_NAMES: Readonly<Record<Corner, Phrase>> = {
  'top left': phrase('Top left'),
  'top right': phrase('Top right'),
  'bottom left': phrase('Bottom left'),
  'bottom right': phrase('Bottom right'),
};

/** What platforms lay over the frame, each to be changed, and whether it is shown. */
export function SafeAreas({ veil, onVeil }: { veil: boolean; onVeil: (on: boolean) => void }) {
  const { frame, safe } = useShow();
  const list: List = isUpright(frame) ? 'upright' : 'wide';
  return (
    <View className="gap-3 pt-3 border-t border-line" role="group" aria-label={say('Safe areas')}>
      <Text size={17} face="title" level={2}>
        {say('What platforms lay over it')}
      </Text>
      <Segments
        label={say('Safe areas')}
        value={veil ? 'shown' : 'lifted'}
        onChange={(value) => onVeil(value === 'shown')}
        options={[
          { value: 'shown', label: say('Shown') },
          { value: 'lifted', label: say('Lifted') },
        ]}
      />
      {safe[list].map((each, at) => (
        <SafeArea key={at} list={list} at={at} area={each} />
      ))}
      <View className="flex-row flex-wrap gap-2">
        {safe[list].length < 12 ? (
          <Button
            kind="outline"
            icon={Plus}
            onPress={() =>
              edit((draft) => {
                draft.safe[list].push({ name: say('Something over the picture'), x: 0, y: 0.9, w: 1, h: 0.1 });
              })
            }
          >
            {say('Add one')}
          </Button>
        ) : null}
        {safe[list].length < 12 && !safe[list].some(({ name }) => name === CONSOLE_CAMERA.name) ? (
          <Button
            kind="outline"
            icon={Plus}
            onPress={() =>
              edit((draft) => {
                draft.safe[list].push({ ...CONSOLE_CAMERA });
              })
            }
          >
            {say('Add a console’s camera')}
          </Button>
        ) : null}
        <Button
          onPress={() =>
            edit((draft) => {
              draft.safe[list] = SAFE[list];
            })
          }
        >
          {say('As at first')}
        </Button>
      </View>
    </View>
  );
}

const SIDES = [
  { side: 'x', label: phrase('From the left'), least: 0 },
  { side: 'y', label: phrase('From the top'), least: 0 },
  { side: 'w', label: phrase('Its width'), least: 1 },
  { side: 'h', label: phrase('Its height'), least: 1 },
] as const;

function SafeArea({ list, at, area: each }: { list: List; at: number; area: Veil }) {
  const change = (changed: Partial<Veil>): void =>
    edit((draft) => {
      Object.assign(draft.safe[list][at] ?? {}, changed);
    });
  return (
    <View className="gap-2 pb-3 border-b border-line" role="group" aria-label={each.name}>
      <View className="flex-row items-end gap-2">
        <View className="flex-1">
          <TextField
            label={say('What it is')}
            value={each.name}
            most={60}
            onChange={(name) => {
              if (name.trim() !== '') change({ name });
            }}
          />
        </View>
        <IconButton
          icon={X}
          label={say('Take out {name}', { name: each.name })}
          tone="muted"
          onPress={() =>
            edit((draft) => {
              draft.safe[list].splice(at, 1);
            })
          }
        />
      </View>
      <Segments
        label={say('Corner of {name}', { name: each.name })}
        value={cornerOf(each)}
        onChange={(corner) => {
          const { x, y } = inCorner(each, corner);
          change({ x, y });
        }}
        options={CORNERS.map((value) => ({ value, label: CORNER_NAMES[value] }))}
      />
      <View className="flex-row flex-wrap gap-x-6 gap-y-3">
        {SIDES.map(({ side, label, least }) => (
          <NumberField
            key={side}
            label={label}
            unit="%"
            value={Math.round(100 * each[side])}
            least={least}
            most={100}
            onChange={(value) => change({ [side]: value / 100 })}
          />
        ))}
      </View>
    </View>
  );
}
