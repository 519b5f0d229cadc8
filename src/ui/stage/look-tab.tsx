import { View } from 'react-native';
import type { Piece } from '@/core/piece';
import { HOUSE_STYLES, STYLES } from '@/core/piece/style';
import { isPicture } from '@/core/stage/judge/finding';
import { Segments } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { OwnLookFields } from './own-look-fields';
import { PictureLook } from './picture-fields';
import { TypeFields } from './type-fields';
import { useSet } from './use-set';
import { WordsLook } from './words-fields';
import { say } from '@/ui/words/say';

/** How a piece looks: its style, how opaque it is, and what its kind has besides. */
export function LookTab({ piece }: { piece: Piece }) {
  const set = useSet(piece);
  return (
    <View className="gap-4">
      {isPicture(piece) ? null : (
        <Segments
          label={say('Style')}
          options={HOUSE_STYLES.map((value) => ({ value, label: STYLES[value].title }))}
          value={piece.style}
          onChange={(style) => set('style', style)}
        />
      )}
      {piece.kind === 'text' ? <WordsLook piece={piece} set={set} /> : null}
      {isPicture(piece) || piece.kind === 'drift' ? null : (
        <>
          <OwnLookFields piece={piece} set={set} />
          <TypeFields piece={piece} set={set} />
        </>
      )}
      {'fit' in piece ? <PictureLook piece={piece} set={set} /> : null}
      <NumberField
        label={say('Opacity')}
        unit="%"
        value={Math.round((piece.opacity ?? 1) * 100)}
        least={5}
        most={100}
        step={5}
        onChange={(v) => set('opacity', v === 100 ? undefined : v / 100)}
      />
      <View className="gap-1">
        <Text size={13} tone="muted">
          {say('Who sees it')}
        </Text>
        <Segments
          label={say('Who sees it')}
          value={piece.seenBy ?? 'both'}
          onChange={(who) => set('seenBy', who === 'both' ? undefined : who)}
          options={[
            { value: 'both', label: say('Everybody') },
            { value: 'viewers', label: say('Viewers') },
            { value: 'me', label: say('Only I see it') },
          ]}
        />
      </View>
    </View>
  );
}
