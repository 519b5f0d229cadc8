import { View } from 'react-native';
import type { QueuePlan } from '@/core/engine/alert/plan';
import { Segments } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';

const MODES = [
  { value: 'one', label: 'One after another' },
  { value: 'newest', label: 'The newest at once' },
  { value: 'places', label: 'Several at once' },
] as const;

const HABITS = [
  {
    value: 'merge',
    label: 'Join what belongs together',
    note: 'A streak counts up while it is on the air; those who wait for the same cue are thanked together, each by name',
  },
  { value: 'shorten', label: 'Shorten while many wait', note: 'Never below 2 s' },
  { value: 'byWorth', label: 'What is worth more comes first', note: 'By your rates' },
] as const;

/** What a spotlight does when more comes than it can show at once. */
export function QueueFields({ plan, onChange }: { plan: QueuePlan; onChange: (plan: QueuePlan) => void }) {
  return (
    <View className="gap-3">
      <Text size={13} tone="muted">
        When several alerts come
      </Text>
      <Segments
        label="When several alerts come"
        options={MODES}
        value={plan.mode}
        onChange={(mode) => onChange({ ...plan, mode })}
      />
      {plan.mode === 'places' ? (
        <NumberField
          label="Places"
          value={plan.places}
          least={2}
          most={4}
          onChange={(places) => onChange({ ...plan, places })}
        />
      ) : null}
      {plan.mode === 'newest' ? null : (
        <>
          <Ticks
            label="Its habits"
            options={HABITS}
            ticked={HABITS.filter(({ value }) => plan[value]).map(({ value }) => value)}
            onTick={(habit) => {
              const known = HABITS.find(({ value }) => value === habit);
              if (known) onChange({ ...plan, [known.value]: !plan[known.value] });
            }}
          />
          <NumberField
            label="Longest wait before an alert becomes a line, on the desk and in a ticker (0: none)"
            unit="seconds"
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
