import { conditionsProblem, type Conditions } from '@/core/engine/cue/conditions';
import { useShow } from '@/ui/data/show';
import { Choice } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Ticks } from '@/ui/part/ticks';
import { Text } from '@/ui/part/text';

/** What must hold besides. 0 leaves a bound out. */
export function HoldsEditor({ holds, onChange }: { holds: Conditions; onChange: (holds: Conditions) => void }) {
  const show = useShow();
  const problem = conditionsProblem(holds);
  return (
    <>
      <Text tone="muted">0 sets no bound.</Text>
      <NumberField
        label="At most once in"
        unit="seconds"
        value={holds.every}
        least={0}
        most={86_400}
        step={5}
        onChange={(every) => onChange({ ...holds, every })}
      />
      <NumberField
        label="At most once for each viewer in"
        unit="seconds"
        value={holds.everyViewer}
        least={0}
        most={86_400}
        step={30}
        onChange={(everyViewer) => onChange({ ...holds, everyViewer })}
      />
      <NumberField
        label="Times a session"
        value={holds.times}
        least={0}
        most={100_000}
        onChange={(times) => onChange({ ...holds, times })}
      />
      <NumberField
        label="Chance"
        unit="%"
        value={holds.chance}
        least={0}
        most={100}
        step={10}
        onChange={(chance) => onChange({ ...holds, chance })}
      />
      {problem ? (
        <Text tone="brick" role="alert">
          {problem}
        </Text>
      ) : null}
      {show.scenes.length > 0 ? (
        <>
          <Text size={13} tone="muted">
            Only in these scenes (none: in all)
          </Text>
          <Ticks
            label="Only in these scenes"
            options={show.scenes.map(({ id, name }) => ({ value: id, label: name }))}
            ticked={holds.scenes ?? []}
            onTick={(id) =>
              onChange({
                ...holds,
                scenes: holds.scenes?.includes(id)
                  ? holds.scenes.filter((each) => each !== id)
                  : [...(holds.scenes ?? []), id],
              })
            }
          />
        </>
      ) : null}
      {show.goals.length > 0 ? (
        <>
          <Text size={13} tone="muted">
            Only while a goal is open
          </Text>
          <Choice
            label="Only while a goal is open"
            options={[
              { value: '', label: 'Always' },
              ...show.goals.map(({ id, name }) => ({ value: id, label: name })),
            ]}
            value={holds.goal}
            onChange={(goal) => onChange({ ...holds, goal })}
          />
        </>
      ) : null}
    </>
  );
}
