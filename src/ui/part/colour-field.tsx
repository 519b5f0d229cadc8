import { useState } from 'react';
import { View } from 'react-native';
import { TextField } from './field';
import { Radios } from './choice';
import { Text } from './text';
import type { Sayable } from '@/core/words/phrase';
import { say, saying } from '@/ui/words/say';

/** Colours of the house: clay, marigold, straw, porcelain, celadon, lagoon, cobalt, night. */
const SWATCHES = ['#C8643C', '#F4B23E', '#F3EBDD', '#FFFFFF', '#7FA58B', '#4CC2B2', '#3F5F94', '#17110E'] as const;

/** A colour: one of the house's, any other by its number, or none of its own. */
export function ColourField({
  label,
  none,
  value,
  onChange,
}: {
  label: Sayable;
  none: Sayable;
  value: string | undefined;
  onChange: (value: string | undefined) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? value ?? '';
  const bad = text !== '' && !/^#[0-9a-fA-F]{6}$/.test(text);
  return (
    <View className="gap-2" role="group" aria-label={saying(label)}>
      <Text size={13} tone="muted">
        {label}
      </Text>
      <Swatches value={value} label={label} none={none} setTyped={setTyped} onChange={onChange} />
      {value !== undefined ? (
        <AnyColour label={label} value={bad || text === '' ? value : text} onChange={onChange} setTyped={setTyped} />
      ) : null}
      {value !== undefined ? (
        <TextField
          label={say('{label}, as #rrggbb', { label })}
          value={text}
          most={7}
          exact
          problem={bad ? say('Six digits or letters a to f behind a #, as #C8643C.') : null}
          onChange={(next) => {
            setTyped(next);
            if (/^#[0-9a-fA-F]{6}$/.test(next)) onChange(next);
          }}
        />
      ) : null}
    </View>
  );
}

/** What stands for no colour of one's own among the choices. */
const NONE = 'none';

function Swatches({
  value,
  label,
  none,
  setTyped,
  onChange,
}: {
  value: string | undefined;
  label: Sayable;
  none: Sayable;
  setTyped: (value: string | null) => void;
  onChange: (value: string | undefined) => void;
}) {
  const known = SWATCHES.find((swatch) => value?.toLowerCase() === swatch.toLowerCase());
  return (
    <Radios
      label={label}
      value={value === undefined ? NONE : (known ?? null)}
      options={[NONE, ...SWATCHES].map((each) => ({
        value: each,
        label: say('{label}: {value}', { label, value: each === NONE ? none : each }),
      }))}
      onChange={(next) => {
        setTyped(null);
        onChange(next === NONE ? undefined : next);
      }}
      className="flex-row flex-wrap gap-2 items-center"
      itemClassName={(chosen, { value: swatch }) =>
        swatch === NONE
          ? `min-h-[44px] px-3 items-center justify-center rounded-control border ${chosen ? 'border-marigold bg-raised' : 'border-line'}`
          : `w-[44px] h-[44px] rounded-control border-2 p-[3px] ${chosen ? 'border-marigold' : 'border-line'}`
      }
    >
      {({ value: swatch }, chosen) =>
        swatch === NONE ? (
          <Text face={chosen ? 'strong' : 'text'}>{none}</Text>
        ) : (
          <View className="flex-1 rounded-[3px]" style={{ backgroundColor: swatch }} />
        )
      }
    </Radios>
  );
}

/** Any other colour, by the browser's own picker. */
const AnyColour = ({
  label,
  value,
  onChange,
  setTyped,
}: {
  label: Sayable;
  value: string;
  onChange: (value: string) => void;
  setTyped: (value: string | null) => void;
}) => (
  <label className="flex-row items-center" style={{ display: 'flex', alignItems: 'center', gap: 12, minHeight: 44 }}>
    <input
      type="color"
      aria-label={say('{label}: any colour', { label })}
      value={value}
      onChange={(event) => {
        setTyped(null);
        onChange(event.target.value);
      }}
      style={{ width: 64, height: 44, padding: 0, border: 'none', background: 'none' }}
    />
    <Text>{say('Any colour')}</Text>
  </label>
);
