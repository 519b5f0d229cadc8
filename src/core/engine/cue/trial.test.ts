import { aFollow } from '@/core/event/examples';
import { newStep, STEPS, stepKind, type Step } from '@/core/engine/kinds';
import { KIT } from '@/core/engine/features';
import { numbersOf, valueOf } from '@/core/engine/kernel/number';
import { newCue, plainly } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { galleryShow } from '@/core/stage/gallery';
import { serialize, type SessionState } from '@/core/session/state';
import { command, run, tick, words } from './fire.setup';

/* A cue that is tried is seen and heard; it leaves every number, draw and list as it is. */

const show = plainly(galleryShow());
/** All of it but its cues. */
const more = (cues: Show['cues']): Show => ({ ...show, cues });
const step = (kind: string): Step => newStep(kind, show);
const numbers = (state: SessionState): unknown =>
  numbersOf(state.show, KIT).map(({ number }) => [number, valueOf(state, number)]);
/** All that is counted, drawn and let go of. */
const counted = (state: SessionState): unknown => {
  const { totals, goals, counters, countdowns, lanterns, draws, ledger } = state;
  return { numbers: numbers(state), totals, goals, counters, countdowns, lanterns, draws, ledger };
};
const tried = (steps: Step[]) =>
  run([], [command(1, { command: 'try', cue: 'c' })], more([newCue('c', { kind: 'follow' }, steps)]));

test.each(STEPS.map(({ kind }) => kind))('the step "%s" changes no number when its cue is tried', (kind) => {
  expect(counted(tried([step(kind)]).state)).toEqual(counted(tried([]).state));
});

test('what changes a number does so when the cue fires, so that the trial above is one', () => {
  for (const { kind, untried } of STEPS.map((each) => stepKind(step(each.kind)))) {
    if (!untried || kind === 'post') continue;
    const steps = kind === 'add' ? [{ ...step('add'), number: 'counter/c' } as Step] : [step(kind)];
    const fired = run([], [aFollow()], more([newCue('c', { kind: 'follow' }, steps)])).state;
    const not = run([], [aFollow()], more([newCue('c', { kind: 'follow' }, [])])).state;
    expect([kind, JSON.stringify(serialize(fired)) === JSON.stringify(serialize(not))]).toEqual([kind, false]);
  }
});

test('the steps around one that is left out are done, those behind a wait, too', () => {
  const cue = newCue('c', { kind: 'follow' }, [
    words('before'),
    { kind: 'add', number: 'counter/c', amount: 5, per: 'once' },
    { kind: 'wait', seconds: 1 },
    { kind: 'add', number: 'counter/c', amount: 5, per: 'once' },
    words('behind'),
  ]);
  const { texts, state } = run([], [command(1, { command: 'try', cue: 'c' }), tick(4)], more([cue]));
  expect([texts, valueOf(state, 'counter/c')]).toEqual([['before', 'behind'], 12]);
});
