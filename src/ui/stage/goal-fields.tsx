import { View } from 'react-native';
import { GOAL_MEASURES, type Goal } from '@/core/engine/goal';
import { useShow } from '@/ui/data/show-context';
import { Segments } from '@/ui/part/choice';
import { NumberField, TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';

const MEASURES: Record<Goal['measure'], string> = { coins: 'Coins', gifts: 'Gifts', likes: 'Likes', worth: 'Worth', follows: 'Follows' };
const ON_REACH = [
  { value: 'raise', label: 'Raise it' }, { value: 'double', label: 'Double it' }, { value: 'stay', label: 'Stay full' }, { value: 'hide', label: 'Hide' },
] as const;

/** A goal's own settings: what it counts, how far, and what happens then. */
export function GoalFields({ id }: { id: string }) {
  const { show, edit } = useShow();
  const goal = show.goals.find((other) => other.id === id);
  if (!goal) return <Text tone="brick">This piece’s goal is not in the show any more. Choose another one.</Text>;
  const change = (changed: Partial<Goal>): void => edit((draft) => {
    const found = draft.goals.find((other) => other.id === id);
    if (found) Object.assign(found, changed);
  });
  const { onReach } = goal;
  const setReach = (kind: Goal['onReach']['kind']): void => change({ onReach: kind === 'raise' ? { kind, step: goal.target } : { kind } });
  return (
    <View className="gap-4">
      <TextField label="Words on the goal" value={goal.name} most={60} onChange={(name) => { if (name.trim() !== '') change({ name }); }} />
      <View className="gap-1">
        <Text size={13} tone="muted">Counts</Text>
        <Segments label="Counts" options={GOAL_MEASURES.map((value) => ({ value, label: MEASURES[value] }))} value={goal.measure} onChange={(measure) => change({ measure })} />
      </View>
      <NumberField label="Target" value={goal.target} least={1} most={1_000_000_000} step={goal.target >= 1000 ? 100 : 10} onChange={(target) => change({ target })} />
      <View className="gap-1">
        <Text size={13} tone="muted">When it is reached</Text>
        <Segments label="When it is reached" options={ON_REACH} value={onReach.kind} onChange={setReach} />
      </View>
      {onReach.kind === 'raise' ? <NumberField label="Raise by" value={onReach.step} least={1} most={1_000_000_000} step={onReach.step >= 1000 ? 100 : 10} onChange={(step) => change({ onReach: { kind: 'raise', step } })} /> : null}
    </View>
  );
}
