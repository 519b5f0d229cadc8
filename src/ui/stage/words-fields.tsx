import { View } from 'react-native';
import { ALIGNS, OVERLONG, type WordsPiece } from '@/core/piece/words';
import { AreaField } from '@/ui/part/area-field';
import { Segments } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { phrase, type Phrase } from '@/core/words/phrase';

const ALIGN: Record<(typeof ALIGNS)[number], Phrase> = {
  left: phrase('Left'),
  centre: phrase('Centre'),
  right: phrase('Right'),
};
const TOO_LONG: Record<(typeof OVERLONG)[number], Phrase> = {
  shrink: phrase('Shrink'),
  cut: phrase('Cut off'),
  wrap: phrase('Wrap'),
  scroll: phrase('Scroll'),
};

/** What a text piece says. */
export function WordsFields({ piece, set }: { piece: WordsPiece; set: (field: string, value: unknown) => void }) {
  return (
    <View className="gap-4">
      <AreaField
        label={say('Words')}
        value={piece.words}
        problem={null}
        onChange={(words) => set('words', words.slice(0, 500))}
      />
      <View className="gap-1">
        <Text size={13} tone="muted">
          {say('Long text')}
        </Text>
        <Segments
          label={say('Long text')}
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
        label={say('Size')}
        unit={say('px')}
        value={piece.size}
        least={20}
        most={400}
        step={4}
        onChange={(size) => set('size', size)}
      />
      <Segments
        label={say('Stands')}
        value={piece.align}
        onChange={(align) => set('align', align)}
        options={ALIGNS.map((value) => ({ value, label: ALIGN[value] }))}
      />
      <Segments
        label={say('Backing')}
        value={piece.backing ? 'on' : 'off'}
        onChange={(value) => set('backing', value === 'on')}
        options={[
          { value: 'on', label: say('On a backing') },
          { value: 'off', label: say('Letters alone') },
        ]}
      />
      <NumberField
        label={say('Room at the sides')}
        unit={say('px')}
        value={piece.inset}
        least={0}
        most={200}
        step={4}
        onChange={(inset) => set('inset', inset)}
      />
    </View>
  );
}
