import { useState } from 'react';
import { View } from 'react-native';
import { minorDigits } from '@/core/event/money';
import { useDeskView } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show';
import { Segments } from '@/ui/part/choice';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** The currency that amounts are in: any, by the streamer's rates, or one alone. */
export function CurrencyEditor({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string | undefined;
  onChange: (value: string | undefined) => void;
}) {
  const { currency, rates } = useShow((show) => show.money);
  const tipped = useDeskView(({ totals }) => Object.keys(totals.tips), []);
  const [typed, setTyped] = useState('');
  const known = [...new Set([currency, ...Object.keys(rates), ...tipped, ...(value ? [value] : [])])];
  const wrong = typed.length === 3 && minorDigits(typed) === null;
  return (
    <View className="gap-3">
      <Text size={13} tone="muted">
        {label}
      </Text>
      <Segments
        label={label}
        value={value ?? ''}
        onChange={(next) => onChange(next === '' ? undefined : next)}
        options={[
          { value: '', label: say('Any, by your rates') },
          ...known.map((code) => ({ value: code, label: code })),
        ]}
      />
      <TextField
        label={say('Another currency')}
        value={typed}
        exact
        most={3}
        placeholder={say('JPY')}
        problem={wrong ? say('No currency of ISO 4217 has this code.') : null}
        onChange={(text) => {
          const code = text.toUpperCase();
          setTyped(code);
          if (code.length === 3 && minorDigits(code) !== null) onChange(code);
        }}
      />
    </View>
  );
}
