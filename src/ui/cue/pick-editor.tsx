import { View } from 'react-native';
import type { PickStep } from '@/core/engine/cue/step/pick';
import { useShow } from '@/ui/data/show';
import { Segments } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';
import { say } from '@/ui/words/say';

/** The cues of which one is done, each with its weight. */
export function PickEditor({
  step,
  own,
  onChange,
}: {
  step: PickStep;
  own: string;
  onChange: (step: PickStep) => void;
}) {
  const show = useShow();
  const named = show.cues
    .map(({ id, name }, n) => ({ value: id, label: name || say('Cue {n}', { n: n + 1 }) }))
    .filter(({ value }) => value !== own);
  if (named.length === 0) return <Text tone="brick">{say('There is no other cue to choose from yet.')}</Text>;
  const tick = (cue: string): void => {
    const rest = step.of.filter((each) => each.cue !== cue);
    const of = rest.length < step.of.length ? rest : [...rest, { cue, weight: 1 }];
    // None at all would be no step.
    if (of.length > 0) onChange({ ...step, of });
  };
  return (
    <>
      <Ticks label={say('Cues to choose from')} options={named} ticked={step.of.map(({ cue }) => cue)} onTick={tick} />
      <View className="gap-2">
        {step.of.map(({ cue, weight }) => (
          <NumberField
            key={cue}
            label={say('Weight of {label}', {
              label: named.find(({ value }) => value === cue)?.label ?? say('a cue that is gone'),
            })}
            value={weight}
            least={1}
            most={1000}
            onChange={(next) =>
              onChange({ ...step, of: step.of.map((each) => (each.cue === cue ? { cue, weight: next } : each)) })
            }
          />
        ))}
      </View>
      <Segments
        label={say('The same twice running')}
        options={[
          { value: 'no', label: say('Never the same twice running') },
          { value: 'yes', label: say('May come twice') },
        ]}
        value={step.twice ? 'yes' : 'no'}
        onChange={(twice) => onChange({ ...step, twice: twice === 'yes' })}
      />
    </>
  );
}
