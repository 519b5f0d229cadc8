import * as RadioGroup from '@rn-primitives/radio-group';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import { useMayAct } from './may-act';
import { Text } from './text';
import type { Sayable } from '@/core/words/phrase';
import { saying } from '@/ui/words/say';

export interface Option<V extends string> {
  value: V;
  label: Sayable;
  /** A second line. */
  note?: Sayable;
}

export interface ChoiceProps<V extends string> {
  label: Sayable;
  options: readonly Option<V>[];
  /** Null where nothing is chosen. */
  value: V | null;
  onChange: (value: V) => void;
}

/** One of several, all seen at once: rows to tap. One stop for the Tab key; the arrows go from one to the next. */
export function Choice<V extends string>(props: ChoiceProps<V>) {
  return (
    <Radios {...props} className="" itemClassName={rowClass}>
      {(option, chosen) => (
        <>
          <View
            className={`w-[18px] h-[18px] rounded-control border-2 items-center justify-center ${chosen ? 'border-marigold' : 'border-muted'}`}
          >
            {chosen ? <View className="w-[8px] h-[8px] bg-marigold rounded-[2px]" /> : null}
          </View>
          <View className="flex-1">
            <Text face={chosen ? 'strong' : 'text'} size={17}>
              {option.label}
            </Text>
            {option.note ? (
              <Text size={13} tone="muted">
                {option.note}
              </Text>
            ) : null}
          </View>
        </>
      )}
    </Radios>
  );
}

/** One of few, side by side. */
export function Segments<V extends string>(props: ChoiceProps<V>) {
  return (
    <Radios {...props} className="flex-row gap-2 flex-wrap" itemClassName={segmentClass}>
      {({ label }, chosen) => <Text face={chosen ? 'strong' : 'text'}>{label}</Text>}
    </Radios>
  );
}

/** The same with what they are for above them. */
export const TitledSegments = <V extends string>(props: ChoiceProps<V>) => (
  <View className="gap-1">
    <Text size={13} tone="muted" aria-hidden>
      {props.label}
    </Text>
    <Segments {...props} />
  </View>
);

const rowClass = (chosen: boolean): string =>
  `min-h-[48px] px-3 py-2 flex-row items-center gap-3 rounded-control ${chosen ? 'bg-raised' : ''}`;

/** How one of few looks that stand side by side. */
export const segmentClass = (chosen: boolean): string =>
  `min-h-[44px] px-4 items-center justify-center rounded-control border ${chosen ? 'border-marigold bg-raised' : 'border-line'}`;

/** One of several, drawn as the caller draws them. One stop for the Tab key; the arrows go from one to the next. */
export function Radios<V extends string>({
  label,
  options,
  value,
  onChange,
  className,
  itemClassName,
  children,
}: ChoiceProps<V> & {
  className: string;
  itemClassName: (chosen: boolean, option: Option<V>) => string;
  children: (option: Option<V>, chosen: boolean) => ReactNode;
}) {
  const mayAct = useMayAct();
  return (
    <RadioGroup.Root
      disabled={!mayAct}
      aria-label={saying(label)}
      value={value ?? undefined}
      // Its values are the options'.
      onValueChange={(next) => onChange(next as V)}
      className={className}
    >
      {options.map((option) => {
        const chosen = option.value === value;
        return (
          <RadioGroup.Item
            key={option.value}
            value={option.value}
            aria-label={saying(option.label)}
            className={itemClassName(chosen, option)}
          >
            {children(option, chosen)}
          </RadioGroup.Item>
        );
      })}
    </RadioGroup.Root>
  );
}
