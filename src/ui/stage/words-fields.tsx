import { View } from 'react-native';
import { ALIGNS, OVERLONG, type WordsPiece } from '@/core/piece/words';
import { AreaField } from '@/ui/part/area-field';
import { Segments } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';

const ALIGN: Record<(typeof ALIGNS)[number], string> = { left: 'Left', centre: 'Centre', right: 'Right' };
const TOO_LONG: Record<(typeof OVERLONG)[number], string> = {
  shrink: 'Made smaller',
  cut: 'Cut',
  wrap: 'Go on below',
  scroll: 'Pass through',
};

/** What a text piece says. */
export function WordsFields({ piece, set }: { piece: WordsPiece; set: (field: string, value: unknown) => void }) {
  return (
    <View className="gap-4">
      <AreaField
        label="Words"
        value={piece.words}
        problem={null}
        onChange={(words) => set('words', words.slice(0, 500))}
      />
      <View className="gap-1">
        <Text size={13} tone="muted">
          Words that are too long are
        </Text>
        <Segments
          label="Words that are too long are"
          value={piece.overlong}
          onChange={(overlong) => set('overlong', overlong)}
          options={OVERLONG.map((value) => ({ value, label: TOO_LONG[value] }))}
        />
      </View>
    </View>
  );
}

/** How a text piece's words stand. */
export function WordsLook({ piece, set }: { piece: WordsPiece; set: (field: string, value: unknown) => void }) {
  return (
    <View className="gap-4">
      <NumberField
        label="Size"
        unit="px"
        value={piece.size}
        least={20}
        most={400}
        step={4}
        onChange={(size) => set('size', size)}
      />
      <Segments
        label="Stands"
        value={piece.align}
        onChange={(align) => set('align', align)}
        options={ALIGNS.map((value) => ({ value, label: ALIGN[value] }))}
      />
      <Segments
        label="Backing"
        value={piece.backing ? 'on' : 'off'}
        onChange={(value) => set('backing', value === 'on')}
        options={[
          { value: 'on', label: 'On a backing' },
          { value: 'off', label: 'Letters alone' },
        ]}
      />
      <NumberField
        label="Room at the sides"
        unit="px"
        value={piece.inset}
        least={0}
        most={200}
        step={4}
        onChange={(inset) => set('inset', inset)}
      />
    </View>
  );
}
