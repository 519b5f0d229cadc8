import { View } from 'react-native';
import type { QueuePlan } from '@/core/engine/alert/plan';
import { Segments } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

const MODES = [
  { value: 'one', label: phrase('One after another') },
  { value: 'newest', label: phrase('The newest at once') },
  { value: 'places', label: phrase('Several at once') },
] as const;

const HABITS = [
  {
    value: 'merge',
    label: phrase('Join what belongs together'),
    note: phrase(
      'A streak counts up while it is on the air; those who wait for the same cue are thanked together, each by name',
    ),
  },
  { value: 'shorten', label: phrase('Shorten while many wait'), note: phrase('Never below 2 s') },
  { value: 'byWorth', label: phrase('What is worth more comes first'), note: phrase('By your rates') },
] as const;

/** What a spotlight does when more comes than it can show at once. */
export function QueueFields({ plan, onChange }: { plan: QueuePlan; onChange: (plan: QueuePlan) => void }) {
  return (
    <View className="gap-3">
      <Text size={13} tone="muted">
        {say('When several alerts come')}
      </Text>
      <Segments
        label={say('When several alerts come')}
        options={MODES}
        value={plan.mode}
        onChange={(mode) => onChange({ ...plan, mode })}
      />
      {plan.mode === 'places' ? (
        <NumberField
          label={say('Places')}
          value={plan.places}
          least={2}
          most={4}
          onChange={(places) => onChange({ ...plan, places })}
        />
      ) : null}
      {plan.mode === 'newest' ? null : (
        <>
          <Ticks
            label={say('Its habits')}
            options={HABITS}
            ticked={HABITS.filter(({ value }) => plan[value]).map(({ value }) => value)}
            onTick={(habit) => {
              const known = HABITS.find(({ value }) => value === habit);
              if (known) onChange({ ...plan, [known.value]: !plan[known.value] });
            }}
          />
          <NumberField
            label={say('Longest wait before an alert becomes a line, on the desk and in a ticker (0: none)')}
            unit={say('seconds')}
            value={plan.longestWait}
            least={0}
            most={600}
            step={10}
            onChange={(longestWait) => onChange({ ...plan, longestWait })}
          />
        </>
      )}
    </View>
  );
}
