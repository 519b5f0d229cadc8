import { rangeProblem } from '@/core/engine/cue/range';
import { useState } from 'react';
import { View } from 'react-native';
import { type Range } from '@/core/engine/cue/range';
import { Text } from '@/ui/part/text';
import { TextField } from '@/ui/part/field';
import { Problem } from '@/ui/part/problem';

/** At least and at most; a field that is empty sets no bound. */
export function RangeEditor({
  label,
  unit,
  value,
  onChange,
}: {
  label: string;
  unit: string;
  value: Range;
  onChange: (value: Range) => void;
}) {
  const problem = rangeProblem(value);
  return (
    <View className="gap-2">
      <Text size={13} tone="muted">
        {unit === '' ? label : `${label}, ${unit}`}
      </Text>
      <View className="flex-row gap-3">
        <View className="flex-1">
          <Bound label="At least" value={value.least} onChange={(least) => onChange({ ...value, least })} />
        </View>
        <View className="flex-1">
          <Bound label="At most" value={value.most} onChange={(most) => onChange({ ...value, most })} />
        </View>
      </View>
      <Problem says={problem} />
    </View>
  );
}

function Bound({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number | null;
  onChange: (value: number | null) => void;
}) {
  const [typing, setTyping] = useState<string | null>(null);
  const text = typing ?? (value === null ? '' : String(value));
  const take = (next: string): void => {
    setTyping(next);
    if (next.trim() === '') onChange(null);
    else if (/^\d{1,12}$/.test(next.trim())) onChange(Number(next));
  };
  const fits = text.trim() === '' || /^\d{1,12}$/.test(text.trim());
  return (
    <TextField
      label={label}
      value={text}
      placeholder="no bound"
      onChange={take}
      problem={fits ? null : 'A whole number, or nothing.'}
      exact
    />
  );
}
