import { useId } from 'react';
import { TextInput, View } from 'react-native';
import { Text } from './text';
import { Problem } from '@/ui/part/problem';
import type { Sayable } from '@/core/words/phrase';

/** Several lines of text with a label above, and what is wrong with them below. */
export function AreaField({
  label,
  value,
  onChange,
  problem,
}: {
  label: Sayable;
  value: string;
  onChange: (value: string) => void;
  problem: Sayable | null;
}) {
  const id = useId();
  return (
    <View className="gap-1">
      <Text size={13} tone="muted" nativeID={id}>
        {label}
      </Text>
      <TextInput
        aria-labelledby={id}
        aria-invalid={problem !== null}
        aria-describedby={problem === null ? undefined : `${id}-problem`}
        multiline
        numberOfLines={5}
        value={value}
        onChangeText={onChange}
        autoCapitalize="none"
        autoCorrect={false}
        spellCheck={false}
        className={`min-h-[120px] p-3 rounded-control bg-raised border text-ink font-text text-15 ${problem ? 'border-brick' : 'border-raised'}`}
      />
      <Problem says={problem} id={`${id}-problem`} />
    </View>
  );
}
