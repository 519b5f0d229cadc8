import * as Primitive from '@rn-primitives/tabs';
import type { ReactNode } from 'react';
import { segmentClass, type Option } from './choice';
import { Text } from './text';
import type { Sayable } from '@/core/words/phrase';
import { saying } from '@/ui/words/say';

/** Parts of one thing, of which one is seen: their names side by side, and below them the one that is chosen. */
export function Tabs<V extends string>({
  label,
  options,
  value,
  onChange,
  children,
}: {
  label: Sayable;
  options: readonly Option<V>[];
  value: V;
  onChange: (value: V) => void;
  children: ReactNode;
}) {
  return (
    // Its values are the options'.
    <Primitive.Root value={value} onValueChange={(next) => onChange(next as V)} className="gap-4">
      <Primitive.List aria-label={saying(label)} className="flex-row gap-2 flex-wrap">
        {options.map((option) => (
          <Primitive.Trigger key={option.value} value={option.value} className={segmentClass(option.value === value)}>
            <Text face={option.value === value ? 'strong' : 'text'}>{option.label}</Text>
          </Primitive.Trigger>
        ))}
      </Primitive.List>
      <Primitive.Content value={value} className="gap-4">
        {children}
      </Primitive.Content>
    </Primitive.Root>
  );
}
