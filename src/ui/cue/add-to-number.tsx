import { useState } from 'react';
import { KIT } from '@/core/engine/features';
import { newStep } from '@/core/engine/kinds';
import { numbersOf } from '@/core/engine/kernel/number';
import type { NumberName } from '@/core/engine/kernel/feature';
import { addListed } from '@/core/show/listed';
import type { Cue } from '@/core/show/show';
import { addPiece } from '@/core/stage/add';
import { randomKey } from '@/ui/data/random-key';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';
import { say } from '@/ui/words/say';

const SECONDS = 30;
const newId = (): string => randomKey().slice(0, 12);

/**
 * Which number a step adds to: asked before there is a step, so that none is changed that nobody meant. Where there is none it makes one, with its
 * piece on the stage if that is wanted.
 * @param time a countdown is meant
 */
export function AddToNumber({ cue, time, onAdded }: { cue: Cue; time: boolean; onAdded: (field: string) => void }) {
  const show = useShow();
  const [onStage, setOnStage] = useState(true);
  const there = numbersOf(show, KIT).filter(({ of }) => (of === 'countdown') === time);
  const list = KIT.lists.get(time ? 'countdowns' : 'counters');
  const add = (number: NumberName | null): void => {
    const id = newId();
    const piece = newId();
    edit((draft) => {
      if (number === null && onStage) addPiece(draft, time ? 'countdown' : 'counter', { piece, own: id }, null);
      else if (number === null && list) addListed(draft, list, id);
      draft.cues
        .find((each) => each.id === cue.id)
        ?.steps.push({
          ...newStep('add', draft),
          kind: 'add',
          number: number ?? `${time ? 'countdown' : 'counter'}/${id}`,
          amount: time ? SECONDS : 1,
          per: 'once',
        });
    });
    onAdded(`${cue.steps.length}.amount`);
  };
  return (
    <>
      {there.length > 0 ? (
        <Choice
          label={time ? say('To which countdown') : say('To which number')}
          options={there.map(({ number, name, of }) => ({ value: number, label: name, ...(time ? {} : { note: of }) }))}
          value={null}
          onChange={add}
        />
      ) : (
        <Text>
          {time
            ? say('This show has no countdown yet. One is made for this step.')
            : say('This show has no number yet. One is made for this step.')}
        </Text>
      )}
      <Ticks
        label={time ? say('A new countdown') : say('A new counter')}
        options={[
          {
            value: 'stage',
            label: time ? say('Put a new countdown on the stage, too') : say('Put a new counter on the stage, too'),
          },
        ]}
        ticked={onStage ? ['stage'] : []}
        onTick={() => setOnStage(!onStage)}
      />
      <Button kind={there.length > 0 ? 'outline' : 'main'} onPress={() => add(null)}>
        {time ? say('Make a countdown and add to it') : say('Make a counter and add to it')}
      </Button>
    </>
  );
}
