import { newStep, stepKind, STEPS } from '@/core/engine/kinds';
import { MOST_STEPS_OF_CUE } from '@/core/engine/cue/cue';
import { Pressable, View } from 'react-native';

import { type Cue } from '@/core/show/show';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import type { Sayable } from '@/core/words/phrase';

/** One more step behind the others; what it is to do is chosen right away. `onField`: with its first token's field. */
export function AddStep({ cue, onField }: { cue: Cue; onField: (field: string) => void }) {
  const show = useShow();
  if (cue.steps.length >= MOST_STEPS_OF_CUE)
    return (
      <Text tone="muted">
        {say('A cue has {most} steps at most. Let another cue do the rest, and call it.', { most: MOST_STEPS_OF_CUE })}
      </Text>
    );
  const add = (kind: string): void => {
    const step = newStep(kind, show);
    edit((draft) => {
      draft.cues.find(({ id }) => id === cue.id)?.steps.push(step);
    });
    onField(`${cue.steps.length}.${FIRST[kind] ?? stepKind(step).settings[0]?.field ?? 'of'}`);
  };
  return (
    <View className="gap-2">
      {STEPS.flatMap(({ kind, title }) =>
        kind === 'add' ? (
          // Which number it is is asked first.
          [
            <Row key="time" title={say('Add time to a countdown')} onPress={() => onField('add-time')} />,
            <Row key="number" title={say('Add to a number')} onPress={() => onField('add-number')} />,
          ]
        ) : (
          <Row key={kind} title={title} onPress={() => add(kind)} />
        ),
      )}
    </View>
  );
}

const Row = ({ title, onPress }: { title: Sayable; onPress: () => void }) => (
  <Pressable
    role="button"
    onPress={onPress}
    className="min-h-[48px] px-4 justify-center rounded-control bg-raised active:opacity-80"
  >
    <Text size={17} face="strong">
      {title}
    </Text>
  </Pressable>
);

/** What is asked for first where that is not the first in the list. */
const FIRST: Readonly<Record<string, string>> = { show: 'words' };
