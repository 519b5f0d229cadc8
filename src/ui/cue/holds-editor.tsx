import { conditionsProblem, type Conditions } from '@/core/engine/cue/conditions';
import { useShow } from '@/ui/data/show';
import { Choice } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Ticks } from '@/ui/part/ticks';
import { Text } from '@/ui/part/text';
import { Problem } from '@/ui/part/problem';
import type { Show } from '@/core/show/show';
import { say } from '@/ui/words/say';

/** What must hold besides. 0 leaves a bound out. */
export function HoldsEditor({ holds, onChange }: { holds: Conditions; onChange: (holds: Conditions) => void }) {
  const show = useShow();
  const problem = conditionsProblem(holds);
  return (
    <>
      <Text tone="muted">{say('0 sets no limit.')}</Text>
      <NumberField
        label={say('At most once in')}
        unit={say('seconds')}
        value={holds.every}
        least={0}
        most={86_400}
        step={5}
        onChange={(every) => onChange({ ...holds, every })}
      />
      <NumberField
        label={say('At most once for each viewer in')}
        unit={say('seconds')}
        value={holds.everyViewer}
        least={0}
        most={86_400}
        step={30}
        onChange={(everyViewer) => onChange({ ...holds, everyViewer })}
      />
      <NumberField
        label={say('Times a session')}
        value={holds.times}
        least={0}
        most={100_000}
        onChange={(times) => onChange({ ...holds, times })}
      />
      <NumberField
        label={say('Chance')}
        unit="%"
        value={holds.chance}
        least={0}
        most={100}
        step={10}
        onChange={(chance) => onChange({ ...holds, chance })}
      />
      <Problem says={problem} />
      {show.scenes.length > 0 ? <InScenes show={show} holds={holds} onChange={onChange} /> : null}
      {show.goals.length > 0 ? <WhileGoal show={show} holds={holds} onChange={onChange} /> : null}
    </>
  );
}

/** While which goal is open. */
function WhileGoal({
  show,
  holds,
  onChange,
}: {
  show: Show;
  holds: {
    every: number;
    everyViewer: number;
    chance: number;
    times: number;
    goal: string;
    scenes?: string[] | undefined;
  };
  onChange: (holds: Conditions) => void;
}) {
  return (
    <>
      <Text size={13} tone="muted">
        {say('Only while a goal is open')}
      </Text>
      <Choice
        label={say('Only while a goal is open')}
        options={[
          { value: '', label: say('Always') },
          ...show.goals.map(({ id, name }) => ({ value: id, label: name })),
        ]}
        value={holds.goal}
        onChange={(goal) => onChange({ ...holds, goal })}
      />
    </>
  );
}

/** In which scenes it acts; none: in all. */
function InScenes({
  show,
  holds,
  onChange,
}: {
  show: Show;
  holds: {
    every: number;
    everyViewer: number;
    chance: number;
    times: number;
    goal: string;
    scenes?: string[] | undefined;
  };
  onChange: (holds: Conditions) => void;
}) {
  return (
    <>
      <Text size={13} tone="muted">
        {say('Only in these scenes (none: in all)')}
      </Text>
      <Ticks
        label={say('Only in these scenes')}
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
  );
}
