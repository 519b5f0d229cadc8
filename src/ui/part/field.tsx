import { useId, useState } from 'react';
import { TextInput, View } from 'react-native';
import { useColours } from '@/ui/theme/look';
import { IconButton } from './button';
import { Text } from './text';
import Minus from 'lucide-react-native/icons/minus';
import Plus from 'lucide-react-native/icons/plus';
import type { Sayable } from '@/core/words/phrase';
import { say, saying } from '@/ui/words/say';

const BOX = 'min-h-[48px] px-3 rounded-control bg-raised border text-ink font-text text-17';

export interface TextFieldProps {
  label: Sayable;
  value: string;
  onChange: (value: string) => void;
  /** What is wrong with it, in a sentence. */
  problem?: Sayable | null;
  placeholder?: Sayable;
  /** The keyboard's Enter. */
  onSubmit?: () => void;
  autoFocus?: boolean;
  most?: number;
  /** Handles and addresses: no capitals, no correction. */
  exact?: boolean;
}

/** A line of text with its label above, and what is wrong with it below. */
export function TextField({
  label,
  value,
  onChange,
  problem,
  placeholder,
  onSubmit,
  autoFocus,
  most,
  exact,
}: TextFieldProps) {
  const id = useId();
  const colours = useColours();
  return (
    <View className="gap-1">
      <Text size={13} tone="muted" nativeID={id}>
        {label}
      </Text>
      <TextInput
        aria-labelledby={id}
        aria-invalid={Boolean(problem)}
        aria-describedby={problem ? `${id}-problem` : undefined}
        value={value}
        onChangeText={onChange}
        placeholder={saying(placeholder)}
        placeholderTextColor={colours.muted}
        onSubmitEditing={onSubmit}
        autoFocus={autoFocus}
        maxLength={most}
        autoCapitalize={exact ? 'none' : undefined}
        autoCorrect={!exact}
        spellCheck={!exact}
        className={`${BOX} ${problem ? 'border-brick' : 'border-raised'}`}
      />
      {problem ? (
        <Text size={15} tone="brick" role="alert" nativeID={`${id}-problem`}>
          {problem}
        </Text>
      ) : null}
    </View>
  );
}

export interface NumberFieldProps {
  label: Sayable;
  value: number;
  least: number;
  most: number;
  step?: number;
  unit?: Sayable;
  /** Two stand side by side on a phone. */
  short?: boolean;
  onChange: (value: number) => void;
}

/** A whole number, typed or stepped; what is out of bounds says so and is not taken. */
export function NumberField({ label, value, least, most, step = 1, unit, short = false, onChange }: NumberFieldProps) {
  const id = useId();
  // What is being typed, until it is left: half a number is not one yet.
  const [typing, setTyping] = useState<string | null>(null);
  const typed = typing ?? String(value);
  const fits = (text: string): boolean => /^-?\d+$/.test(text.trim()) && Number(text) >= least && Number(text) <= most;
  const take = (text: string): void => {
    setTyping(text);
    if (fits(text)) onChange(Number(text));
  };
  const stepBy = (by: number): void => {
    setTyping(null);
    onChange(Math.min(most, Math.max(least, (fits(typed) ? Number(typed) : value) + by)));
  };
  return (
    <View className="gap-1">
      <Text size={13} tone="muted" nativeID={id}>
        {unit ? say('{label}, {unit}', { label, unit }) : label}
      </Text>
      <View className={`flex-row items-center ${short ? 'gap-1' : 'gap-2'}`}>
        <IconButton
          icon={Minus}
          label={say('Less {label}', { label: saying(label).toLowerCase() })}
          onPress={() => stepBy(-step)}
          className="bg-raised"
        />
        <TextInput
          aria-labelledby={id}
          aria-invalid={!fits(typed)}
          aria-describedby={fits(typed) ? undefined : `${id}-problem`}
          inputMode="numeric"
          value={typed}
          onChangeText={take}
          onBlur={() => setTyping(null)}
          style={short ? { paddingHorizontal: 4 } : undefined}
          className={`${BOX} ${short ? 'w-[74px]' : 'w-[104px]'} text-center tabular-nums ${fits(typed) ? 'border-raised' : 'border-brick'}`}
        />
        <IconButton
          icon={Plus}
          label={say('More {label}', { label: saying(label).toLowerCase() })}
          onPress={() => stepBy(step)}
          className="bg-raised"
        />
      </View>
      {fits(typed) ? null : (
        <Text tone="brick" role="alert" nativeID={`${id}-problem`}>
          {say('A whole number from {least, number} to {most, number}.', { least, most })}
        </Text>
      )}
    </View>
  );
}
