import { View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import { countsOf, GOAL_MEASURES, type Goal, type GoalMeasure, type Rung } from '@/core/engine/feature/goal/schema';
import { currencyOf, MEASURE } from '@/core/engine/count/measure';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button, IconButton } from '@/ui/part/button';
import { NumberField, TextField } from '@/ui/part/field';
import { Pick } from '@/ui/part/pick';
import { Text } from '@/ui/part/text';
import { ByField } from './team-fields';
import { WindowField } from './window-field';
import { KIT } from '@/core/engine/features';
import type { Show } from '@/core/show/show';
import { AmountField } from '@/ui/part/amount-field';
import { say } from '@/ui/words/say';
import { phrase, type Sayable } from '@/core/words/phrase';

const ON_REACH = [
  { value: 'raise', label: phrase('Raise it by a step') },
  { value: 'double', label: phrase('Double it') },
  { value: 'ladder', label: phrase('Go on to the next of several') },
  { value: 'again', label: phrase('Start again') },
  { value: 'stay', label: phrase('Stay full') },
  { value: 'hide', label: phrase('Hide') },
] as const;

/** A goal's own settings: what it counts, over what time, how far, and what happens then. */
export function GoalFields({ id }: { id: string }) {
  const goal = useShow().goals.find((other) => other.id === id);
  if (!goal)
    return <Text tone="brick">{say('This piece’s goal is not in the show any more. Choose another one.')}</Text>;
  const change = (changed: Partial<Goal>): void =>
    edit((draft) => {
      const found = draft.goals.find((other) => other.id === id);
      if (found) Object.assign(found, changed);
    });
  const { onReach, target } = goal;
  const setReach = (kind: Goal['onReach']['kind']): void => {
    if (kind === onReach.kind) return;
    change({ onReach: newReach(kind, target) });
  };
  return (
    <View className="gap-4">
      <TextField
        label={say('Words on the goal')}
        value={goal.name}
        most={60}
        onChange={(name) => {
          if (name.trim() !== '') change({ name });
        }}
      />
      <CountsFields goal={goal} change={change} />
      <SizeField
        goal={goal}
        label={say('Starts with')}
        value={goal.start ?? 0}
        least={0}
        onChange={(start) => change({ start })}
      />
      {onReach.kind === 'ladder' ? null : (
        <SizeField
          goal={goal}
          label={say('Target')}
          value={target}
          least={1}
          onChange={(next) => change({ target: next })}
        />
      )}
      <Pick label={say('When it is reached')} options={ON_REACH} value={onReach.kind} onChange={setReach} />
      <ReachFields goal={goal} change={change} />
    </View>
  );
}

/** What the goal counts: of whom, and from when on. */
function CountsFields({ goal, change }: { goal: Goal; change: (changed: Partial<Goal>) => void }) {
  const show = useShow();
  const count = (value: string): void => {
    const measure = GOAL_MEASURES.find((each): each is GoalMeasure => each === value);
    const [kind, name] = value.split('/');
    change(
      measure
        ? { measure, counter: undefined, own: undefined }
        : { counter: undefined, own: undefined, [kind ?? '']: name, by: undefined, window: undefined },
    );
  };
  const measure = countsOf(goal);
  return (
    <>
      <Pick
        label={say('Counts')}
        options={countable(show, goal)}
        value={measure ?? (goal.counter === undefined ? `own/${goal.own}` : `counter/${goal.counter}`)}
        onChange={count}
      />
      {measure ? (
        <ByField
          by={goal.by}
          onChange={(by) =>
            change({ by, ...(by && goal.window?.over === 'since' ? { window: { over: 'ever' } } : {}) })
          }
        />
      ) : null}
      {measure ? (
        <WindowField window={goal.window} moments={goal.by === undefined} onChange={(window) => change({ window })} />
      ) : null}
    </>
  );
}

function ReachFields({ goal, change }: { goal: Goal; change: (changed: Partial<Goal>) => void }) {
  const { onReach } = goal;
  return (
    <>
      {onReach.kind === 'raise' ? (
        <SizeField
          goal={goal}
          label={say('Raise by')}
          value={onReach.step}
          least={1}
          onChange={(step) => change({ onReach: { kind: 'raise', step } })}
        />
      ) : null}
      {onReach.kind === 'ladder' ? (
        <Ladder
          goal={goal}
          rungs={onReach.rungs}
          onChange={(rungs) => change({ onReach: { kind: 'ladder', rungs } })}
        />
      ) : null}
    </>
  );
}

const MOST = 1_000_000_000;

/** A number of what the goal counts: an amount where that is money. */
function SizeField({
  goal,
  label,
  value,
  least,
  onChange,
}: {
  goal: Goal;
  label: string;
  value: number;
  least: number;
  onChange: (value: number) => void;
}) {
  const show = useShow();
  const measure = countsOf(goal);
  const currency = measure === null ? undefined : currencyOf(measure, show);
  return currency === undefined ? (
    <NumberField
      label={label}
      value={value}
      least={least}
      most={MOST}
      step={value >= 1000 ? 100 : 10}
      onChange={onChange}
    />
  ) : (
    <AmountField label={label} currency={currency} value={value} least={least} most={MOST} onChange={onChange} />
  );
}

/** What happens when a goal is reached, as it is begun with a target. */
function newReach(kind: Goal['onReach']['kind'], target: number): Goal['onReach'] {
  if (kind === 'raise') return { kind, step: target };
  if (kind !== 'ladder') return { kind };
  return {
    kind,
    rungs: [
      { at: target, name: '' },
      { at: target * 2, name: '' },
    ],
  };
}

/** What a goal can count in a show. */
const countable = (show: Show, { by }: Goal): { value: string; label: Sayable }[] => [
  // Raids are by streamers: no viewer or team has any.
  ...GOAL_MEASURES.filter((value) => by === undefined || value !== 'raids').map((value) => ({
    value: value as string,
    label: MEASURE[value].title,
  })),
  ...[...KIT.measures.values()].map(({ measure, title }) => ({ value: `own/${measure}`, label: title })),
  ...show.counters.map(({ id, name }) => ({ value: `counter/${id}`, label: say('Counter: {name}', { name }) })),
];

/** Targets one after another, each with what it is for. One that is not above the one before it is lifted above it. */
function Ladder({ goal, rungs, onChange }: { goal: Goal; rungs: readonly Rung[]; onChange: (rungs: Rung[]) => void }) {
  const put = (next: readonly Rung[]): void => {
    let least = 1;
    onChange(
      next.map((rung) => {
        const at = Math.max(least, rung.at);
        least = at + 1;
        return { ...rung, at };
      }),
    );
  };
  const last = rungs.at(-1)?.at ?? 100;
  return (
    <View className="gap-4" role="group" aria-label={say('One after another')}>
      {rungs.map((rung, n) => (
        <View key={n} className="gap-2 pb-3 border-b border-line">
          <View className="flex-row items-end gap-2">
            <View className="flex-1">
              <SizeField
                goal={goal}
                label={say('Target {n}', { n: n + 1 })}
                value={rung.at}
                least={1}
                onChange={(at) => put(rungs.map((each, m) => (m === n ? { ...each, at } : each)))}
              />
            </View>
            {rungs.length > 1 ? (
              <IconButton
                icon={X}
                label={say('Take out target {n}', { n: n + 1 })}
                tone="muted"
                onPress={() => put(rungs.filter((_, m) => m !== n))}
              />
            ) : null}
          </View>
          <TextField
            label={say('What target {n} is for', { n: n + 1 })}
            value={rung.name}
            most={80}
            placeholder={say('glaze choice')}
            onChange={(name) => put(rungs.map((each, m) => (m === n ? { ...each, name } : each)))}
          />
        </View>
      ))}
      {rungs.length < 50 ? (
        <View className="flex-row">
          <Button kind="outline" icon={Plus} onPress={() => put([...rungs, { at: last * 2, name: '' }])}>
            {say('Add a target')}
          </Button>
        </View>
      ) : null}
    </View>
  );
}
