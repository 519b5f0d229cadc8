import { Pressable, View } from 'react-native';
import { Text } from './text';

export interface Option<V extends string> {
  value: V;
  label: string;
  /** A second line. */
  note?: string;
}

/** One of several, all seen at once: rows to tap. */
export function Choice<V extends string>({
  label,
  options,
  value,
  onChange,
}: {
  label: string;
  options: readonly Option<V>[];
  value: V | null;
  onChange: (value: V) => void;
}) {
  return (
    <View role="radiogroup" aria-label={label}>
      {options.map((option) => {
        const chosen = option.value === value;
        return (
          <Pressable
            key={option.value}
            role="radio"
            aria-checked={chosen}
            aria-label={option.label}
            onPress={() => onChange(option.value)}
            className={`min-h-[48px] px-3 py-2 flex-row items-center gap-3 rounded-control ${chosen ? 'bg-raised' : ''}`}
          >
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
          </Pressable>
        );
      })}
    </View>
  );
}

/** One of few, side by side. */
export function Segments<V extends string>({
  label,
  options,
  value,
  onChange,
}: {
  label: string;
  options: readonly Option<V>[];
  value: V;
  onChange: (value: V) => void;
}) {
  return (
    <View role="radiogroup" aria-label={label} className="flex-row gap-2 flex-wrap">
      {options.map((option) => {
        const chosen = option.value === value;
        return (
          <Pressable
            key={option.value}
            role="radio"
            aria-checked={chosen}
            aria-label={option.label}
            onPress={() => onChange(option.value)}
            className={`min-h-[44px] px-4 items-center justify-center rounded-control border ${chosen ? 'border-marigold bg-raised' : 'border-line'}`}
          >
            <Text face={chosen ? 'strong' : 'text'}>{option.label}</Text>
          </Pressable>
        );
      })}
    </View>
  );
}
