import { rangeProblem } from '@/core/engine/cue/range';
import { useState } from 'react';
import { View } from 'react-native';
import { type Range } from '@/core/engine/cue/range';
import { Text } from '@/ui/part/text';
import { TextField } from '@/ui/part/field';
import { Problem } from '@/ui/part/problem';
import { amountFigure, readAmount } from '@/core/event/money';
import { say, spoken } from '@/ui/words/say';

/** At least and at most; a field that is empty sets no bound. */
export function RangeEditor({
  label,
  unit,
  value,
  currency,
  onChange,
}: {
  label: string;
  unit: string;
  value: Range;
  /** The bounds are amounts of this currency, in its minor units; undefined: plain numbers. */
  currency?: string;
  onChange: (value: Range) => void;
}) {
  const problem = rangeProblem(value);
  return (
    <View className="gap-2">
      <Text size={13} tone="muted">
        {(currency ?? unit) ? say('{label}, {unit}', { label, unit: currency ?? unit }) : label}
      </Text>
      <View className="flex-row gap-3">
        <View className="flex-1">
          <Bound
            label={say('At least')}
            currency={currency}
            value={value.least}
            onChange={(least) => onChange({ ...value, least })}
          />
        </View>
        <View className="flex-1">
          <Bound
            label={say('At most')}
            currency={currency}
            value={value.most}
            onChange={(most) => onChange({ ...value, most })}
          />
        </View>
      </View>
      <Problem says={problem} />
    </View>
  );
}

function Bound({
  label,
  value,
  currency,
  onChange,
}: {
  label: string;
  value: number | null;
  currency: string | undefined;
  onChange: (value: number | null) => void;
}) {
  const [typing, setTyping] = useState<string | null>(null);
  const text =
    typing ?? (value === null ? '' : currency === undefined ? String(value) : amountFigure(value, currency, spoken()));
  const read = (typed: string): number | null =>
    currency === undefined ? (/^\d{1,12}$/.test(typed.trim()) ? Number(typed) : null) : readAmount(typed, currency);
  const take = (next: string): void => {
    setTyping(next);
    const bound = read(next);
    if (next.trim() === '') onChange(null);
    else if (bound !== null) onChange(bound);
  };
  const fits = text.trim() === '' || read(text) !== null;
  return (
    <TextField
      label={label}
      value={text}
      placeholder={say('no limit')}
      onChange={take}
      problem={
        fits
          ? null
          : currency === undefined
            ? say('A whole number, or nothing.')
            : say('An amount like 5.00, or nothing.')
      }
      exact
    />
  );
}
