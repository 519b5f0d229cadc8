import { MOST_STEPS_OF_CUE } from '@/core/engine/cue/cue';
import { View } from 'react-native';
import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import { stepSentence } from '@/core/show/sentence';
import type { Cue } from '@/core/show/show';
import { useShow } from '@/ui/data/show';
import { offerUndo } from '@/ui/frame/toast';
import { Button, IconButton } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { say, saying } from '@/ui/words/say';

export interface StepsProps {
  cue: Cue;
  change: (recipe: (draft: Cue) => void) => void;
  onField: (field: string) => void;
}

/** A cue's steps in their order. */
export function Steps({ cue, change, onField }: StepsProps) {
  const show = useShow();
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('Steps, one after another')}
      </Text>
      <View role="list" aria-label={say('Steps')}>
        {cue.steps.map((step, n) => {
          const words = saying(stepSentence(step, show));
          return <StepRow key={n} words={words} n={n} of={cue.steps.length} change={change} />;
        })}
      </View>
      <Button
        kind="outline"
        icon={Plus}
        className="mt-2"
        disabled={cue.steps.length >= MOST_STEPS_OF_CUE}
        onPress={() => onField('add')}
      >
        {say('Add a step')}
      </Button>
    </View>
  );
}

function StepRow({ words, n, of, change }: { words: string; n: number; of: number; change: StepsProps['change'] }) {
  const moveStep = (by: number): void =>
    change((draft) => {
      const [moved] = draft.steps.splice(n, 1);
      if (moved) draft.steps.splice(n + by, 0, moved);
    });
  return (
    <View role="listitem" className="flex-row items-center border-b border-line min-h-[48px]">
      <View className="flex-1 py-2">
        <Text numberOfLines={3}>{words}</Text>
      </View>
      <IconButton
        icon={ArrowUp}
        label={say('Earlier: {words}', { words })}
        disabled={n === 0}
        tone="muted"
        onPress={() => moveStep(-1)}
      />
      <IconButton
        icon={ArrowDown}
        label={say('Later: {words}', { words })}
        disabled={n === of - 1}
        tone="muted"
        onPress={() => moveStep(1)}
      />
      <IconButton
        icon={X}
        label={say('Take out: {words}', { words })}
        disabled={of === 1}
        tone="muted"
        onPress={() => {
          change((draft) => {
            draft.steps.splice(n, 1);
          });
          offerUndo(say('The step is deleted.'));
        }}
      />
    </View>
  );
}
