import * as Primitive from '@rn-primitives/slider';
import { View } from 'react-native';
import type { Sayable } from '@/core/words/phrase';
import { isMirrored } from '@/ui/words/facing';
import { saying } from '@/ui/words/say';
import { Text } from './text';

interface SliderProps {
  label: Sayable;
  value: number;
  /** What the value is called. */
  words: string;
  least: number;
  most: number;
  step: number;
  onChange: (value: number) => void;
}

/** A value on a line, by thumb or by arrow keys; what it is called stands above it. */
export const Slider = ({ label, value, words, least, most, step, onChange }: SliderProps) => (
  <View className="gap-1">
    <View className="flex-row justify-between gap-3" aria-hidden>
      <Text size={13} tone="muted">
        {label}
      </Text>
      <Text size={13} face="strong" className="tabular-nums">
        {words}
      </Text>
    </View>
    <Primitive.Root
      value={value}
      min={least}
      max={most}
      step={step}
      dir={isMirrored() ? 'rtl' : 'ltr'}
      onValueChange={(values) => onChange(Array.isArray(values) ? Number(values[0]) : Number(values))}
      className="relative flex-row items-center min-h-[44px] touch-none select-none"
    >
      <Primitive.Track className="relative flex-1 h-[6px] rounded-control bg-raised">
        <Primitive.Range className="absolute h-[6px] rounded-control bg-marigold" />
      </Primitive.Track>
      <Primitive.Thumb
        aria-label={saying(label)}
        aria-valuetext={words}
        className="block w-[26px] h-[26px] rounded-control border-2 border-marigold bg-surface"
      />
    </Primitive.Root>
  </View>
);
