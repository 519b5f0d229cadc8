import { View } from 'react-native';
import { FONT_FAMILIES, type FontFamily } from '@/core/paint/display';
import type { Piece } from '@/core/piece';
import type { TypeLook } from '@/core/piece/type';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { ColourField } from '@/ui/part/colour-field';
import { NumberField } from '@/ui/part/field';
import { Pick } from '@/ui/part/pick';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

const FONTS: Record<FontFamily, string> = {
  title: 'Bricolage',
  text: 'Atkinson',
  serif: 'Fraunces',
  slab: 'Zilla Slab',
  round: 'Baloo',
  hand: 'Caveat',
  even: 'Josefin',
  poster: 'Alfa Slab',
};

/** A piece's own type: what is not set is as its style has it. */
export function TypeFields({
  piece: { type = {} },
  set,
}: {
  piece: Piece;
  set: (field: string, value: unknown) => void;
}) {
  const change = (changed: Partial<TypeLook>): void => {
    const next = Object.fromEntries(Object.entries({ ...type, ...changed }).filter(([, value]) => value !== undefined));
    set('type', Object.keys(next).length > 0 ? next : undefined);
  };
  return (
    <View className="gap-4 pt-3 border-t border-line" role="group" aria-label={say('Its own type')}>
      <Text size={17} face="title" level={2}>
        {say('Its own type')}
      </Text>
      <Pick
        label={say('Font')}
        options={[
          { value: '', label: say('The style’s') },
          ...FONT_FAMILIES.map((value) => ({ value: value as string, label: FONTS[value] })),
        ]}
        value={type.font ?? ''}
        onChange={(value) => change({ font: FONT_FAMILIES.find((font) => font === value) })}
      />
      <ColourField
        label={say('Colour')}
        none={say('The style’s')}
        value={type.fill}
        onChange={(fill) => change({ fill, ...(fill === undefined ? { fillTo: undefined } : {}) })}
      />
      {type.fill ? (
        <ColourField
          label={say('Running into')}
          none={say('Plain')}
          value={type.fillTo}
          onChange={(fillTo) => change({ fillTo })}
        />
      ) : null}
      <EdgeFields type={type} change={change} />
      <Segments
        label={say('Shadow')}
        value={type.shadow ? 'on' : 'off'}
        onChange={(value) => change({ shadow: value === 'on' ? true : undefined })}
        options={[
          { value: 'on', label: say('With a shadow') },
          { value: 'off', label: say('As the style has it') },
        ]}
      />
      {Object.keys(type).length > 0 ? (
        <View className="flex-row">
          <Button onPress={() => set('type', undefined)}>{say('The style’s type again')}</Button>
        </View>
      ) : null}
    </View>
  );
}

/** What is around letters: their outline, and their glow. */
function EdgeFields({ type, change }: { type: TypeLook; change: (changed: Partial<TypeLook>) => void }) {
  return (
    <>
      <ColourField
        label={say('Outline')}
        none={say('The style’s')}
        value={type.outline?.color}
        onChange={(color) =>
          change({ outline: color === undefined ? undefined : { color, width: type.outline?.width ?? 8 } })
        }
      />
      {type.outline ? (
        <NumberField
          label={say('Outline’s width')}
          unit={say('px')}
          value={type.outline.width}
          least={1}
          most={40}
          onChange={(width) => change({ outline: type.outline && { ...type.outline, width } })}
        />
      ) : null}
      <ColourField
        label={say('Glow')}
        none={say('None')}
        value={type.glow?.color}
        onChange={(color) => change({ glow: color === undefined ? undefined : { color, blur: type.glow?.blur ?? 20 } })}
      />
      {type.glow ? (
        <NumberField
          label={say('Glow’s reach')}
          unit={say('px')}
          value={type.glow.blur}
          least={1}
          most={40}
          onChange={(blur) => change({ glow: type.glow && { ...type.glow, blur } })}
        />
      ) : null}
    </>
  );
}
