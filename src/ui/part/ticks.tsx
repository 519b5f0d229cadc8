import { Pressable, View } from 'react-native';
import Check from 'lucide-react-native/icons/check';
import { useColours } from '@/ui/theme/look';
import type { Option } from './choice';
import { Text } from './text';
import type { Sayable } from '@/core/words/phrase';
import { saying } from '@/ui/words/say';

/** Several of several: rows to tick. */
export function Ticks({
  label,
  options,
  ticked,
  onTick,
}: {
  label: Sayable;
  options: readonly Option<string>[];
  ticked: readonly string[];
  onTick: (value: string) => void;
}) {
  const colours = useColours();
  return (
    <View role="group" aria-label={saying(label)}>
      {options.map(({ value, label: name, note }) => {
        const on = ticked.includes(value);
        return (
          <Pressable
            key={value}
            role="checkbox"
            aria-checked={on}
            aria-label={saying(name)}
            onPress={() => onTick(value)}
            className={`min-h-[48px] px-3 py-2 flex-row items-center gap-3 rounded-control ${on ? 'bg-raised' : ''}`}
          >
            <View
              className={`w-[20px] h-[20px] rounded-[3px] border-2 items-center justify-center ${on ? 'border-marigold bg-marigold' : 'border-muted'}`}
            >
              {on ? <Check size={14} color={colours.onmarigold} strokeWidth={3} /> : null}
            </View>
            <View className="flex-1">
              <Text face={on ? 'strong' : 'text'} size={17}>
                {name}
              </Text>
              {note ? (
                <Text size={13} tone="muted">
                  {note}
                </Text>
              ) : null}
            </View>
          </Pressable>
        );
      })}
    </View>
  );
}
