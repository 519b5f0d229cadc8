import { Pressable } from 'react-native';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** A show in the list. @param on it is the one that is on */
export function ShowRow({ name, on, onPress }: { name: string; on: boolean; onPress: () => void }) {
  return (
    <Pressable
      role="button"
      aria-label={on ? undefined : say('Put {name} on', { name })}
      aria-pressed={on}
      onPress={onPress}
      className={`min-h-[52px] px-3 flex-row items-center justify-between gap-3 rounded-control ${on ? 'bg-raised' : ''}`}
    >
      <Text size={17} face={on ? 'strong' : 'text'} numberOfLines={1} className="shrink">
        {name}
      </Text>
      {on ? (
        <Text size={13} tone="muted">
          {say('on')}
        </Text>
      ) : null}
    </Pressable>
  );
}
