import { newCue, starterShow } from '@/core/show/starter';
import type { Step } from '@/core/engine/kinds';
import { trialOf } from './trial';
import { inEnglish } from '@/core/words/in-english.setup';

const show = starterShow('s');
const says: Step = { kind: 'show', spotlight: 'spotlight', words: 'Welcome', seconds: 4 };

test('a trial says what is seen and heard, from where, and what is left out', () => {
  const trial = trialOf(
    newCue('c', { kind: 'follow' }, [
      says,
      { kind: 'play', sound: 'wood-block', volume: 100 },
      { kind: 'add', number: 'goal/first-goal', amount: 5, per: 'once' },
      { kind: 'post', words: 'hello' },
    ]),
    show,
  );
  expect(trial.shows).toEqual(says);
  expect(trial.seenFrom.map(({ name }) => name)).toEqual(['Everything']);
  expect(inEnglish(trial.heard)).toEqual(['play Wood block']);
  expect(trial.heardFrom?.name).toBe('Everything');
  expect(inEnglish(trial.leftOut[0])).toBe('add 5 to Gift goal');
  expect(trial.leftOut).toHaveLength(2);
});

test('an outlet that carries other pieces, or is the streamer’s own, does not show it; silent ones are not heard', () => {
  const outlets = show.outlets.flatMap((outlet) => [
    { ...outlet, id: 'a', sounds: false, shows: { kind: 'pieces' as const, pieces: ['goal'] } },
    { ...outlet, id: 'b', sounds: false, whose: 'me' as const },
  ]);
  const trial = trialOf(newCue('c', { kind: 'follow' }, [says]), { ...show, outlets });
  expect([trial.seenFrom, trial.heardFrom, trial.heard, trial.leftOut]).toEqual([[], null, [], []]);
});

test('a cue that shows nothing has nothing to be seen', () => {
  expect(trialOf(newCue('c', { kind: 'follow' }, []), show)).toMatchObject({ shows: null, seenFrom: [] });
});
