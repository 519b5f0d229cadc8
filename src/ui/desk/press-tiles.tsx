import { Pressable, View } from 'react-native';
import type { Command } from '@/core/session/input';
import { useShow } from '@/ui/data/show';
import { useMayAct } from '@/ui/part/may-act';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { PressMark } from './press-mark';

/** Buttons that cues wait for, each with its shape and colour. */
export function PressTiles({ onCommand }: { onCommand: (command: Command) => void }) {
  const mayAct = useMayAct();
  const cues = useShow((show) => show.cues);
  const presses = cues.flatMap(({ id, on, when }) => (on && when.kind === 'press' ? [{ id, ...when }] : []));
  if (presses.length === 0) return null;
  return (
    <View role="group" aria-label={say('Buttons')} className="flex-row flex-wrap gap-2">
      {presses.map(({ id, name, shape, colour }) => (
        <Pressable
          key={id}
          role="button"
          aria-label={name}
          aria-disabled={!mayAct}
          disabled={!mayAct}
          onPress={() => onCommand({ command: 'press', cue: id })}
          className={`flex-1 min-w-[104px] max-w-[240px] min-h-[56px] px-3 flex-row items-center gap-2 rounded-card border border-line bg-surface active:bg-raised ${mayAct ? '' : 'opacity-40'}`}
        >
          <PressMark shape={shape} colour={colour} />
          <Text face="strong" numberOfLines={2} className="shrink">
            {name}
          </Text>
        </Pressable>
      ))}
    </View>
  );
}
