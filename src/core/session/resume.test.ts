import fc from 'fast-check';
import { aGift, START } from '@/core/event/examples';
import { leftOf } from '@/core/engine/feature/countdown/schema';
import { plainly, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { carryOverOf } from './carry-over';
import { fold } from './fold';
import type { Input } from './input';
import { deserialize, newState, serialize, type SessionState } from './state';

/* A session that was interrupted goes on as if it had not been. */

const S = 1000;
const show: Show = {
  ...plainly(starterShow('s')),
  goals: [{ id: 'g', name: 'G', measure: 'coins', target: 50, onReach: { kind: 'double' } }],
  countdowns: [
    { id: 'runs', name: 'Runs', seconds: 600, most: 0 },
    { id: 'stands', name: 'Stands', seconds: 600, most: 0 },
  ],
};
const gift = (n: number, at: number): Input => ({
  input: 'event',
  at,
  event: { ...aGift({ count: 1, unitCoins: 7 }), id: `e${n}`, at, seenAt: at },
});
const fresh = (): SessionState => {
  const state = newState(show);
  fold(state, { input: 'begin', at: START, session: 'one' });
  fold(state, { input: 'command', at: START, command: { command: 'pause', countdown: 'stands', on: true } });
  return state;
};
const left = (state: SessionState, id: string): number => {
  const known = state.countdowns.get(id);
  return known ? Math.round(leftOf(known, state.now) / S) : NaN;
};

test('what ran runs again, what stood still stands, and the time in between is nobody’s', () => {
  const state = fresh();
  fold(state, { input: 'tick', at: START + 100 * S });
  fold(state, { input: 'end', at: START + 100 * S });
  fold(state, { input: 'tick', at: START + 400 * S });
  expect([left(state, 'runs'), left(state, 'stands')]).toEqual([500, 600]);
  const again = deserialize(JSON.parse(JSON.stringify(serialize(state))) as never);
  fold(again, { input: 'resume', at: START + 400 * S });
  fold(again, { input: 'tick', at: START + 450 * S });
  expect([left(again, 'runs'), left(again, 'stands'), again.session?.endedAt]).toEqual([450, 600, null]);
});

test('a countdown by the clock runs on between sessions and over them, and ends on the second, also while nobody is live', () => {
  const days: Show = {
    ...show,
    countdowns: [
      { id: 'days', name: 'Days', seconds: 3 * 86_400, most: 0, byClock: true },
      { id: 'runs', name: 'Runs', seconds: 600, most: 0 },
    ],
  };
  const state = newState(days);
  fold(state, { input: 'begin', at: START, session: 'one' });
  fold(state, { input: 'end', at: START + 100 * S });
  fold(state, { input: 'tick', at: START + 86_400 * S });
  expect([left(state, 'days'), left(state, 'runs')]).toEqual([2 * 86_400, 500]);
  // The next session, from its own first line alone, as a journal has it.
  const lasting = JSON.parse(JSON.stringify(carryOverOf(state))) as never;
  const next = newState(days);
  fold(next, { input: 'begin', at: START + 2 * 86_400 * S, session: 'two', lasting });
  expect([left(next, 'days'), left(next, 'runs')]).toEqual([86_400, 600]);
  fold(next, { input: 'end', at: START + 2 * 86_400 * S + S });
  fold(next, { input: 'tick', at: START + 3 * 86_400 * S - 1 });
  expect(next.countdowns.get('days')?.endsAt).not.toBeNull();
  fold(next, { input: 'tick', at: START + 3 * 86_400 * S });
  expect(next.countdowns.get('days')).toMatchObject({ endsAt: null, left: 0 });
});

test('a session that was ended by hand is over, and does not go on', () => {
  const state = fresh();
  fold(state, { input: 'end', at: START + S, over: true });
  const before = JSON.stringify(serialize(state));
  fold(state, { input: 'resume', at: START + S });
  expect(JSON.stringify(serialize(state))).toBe(before);
});

test('resuming what has not ended, or never began, changes nothing', () => {
  const state = fresh();
  const before = JSON.stringify(serialize(state));
  fold(state, { input: 'resume', at: START });
  expect(JSON.stringify(serialize(state))).toBe(before);
  const none = newState(show);
  fold(none, { input: 'resume', at: START });
  expect(none.session).toBeNull();
});

test('any drops and returns between any gifts: goals, boards and totals are those of one session without them', () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom('gift', 'end', 'resume'), { maxLength: 30 }), (steps) => {
      const [cut, whole] = [fresh(), fresh()];
      let on = true;
      steps.forEach((step, n) => {
        const at = START + (n + 1) * S;
        if (step === 'gift') {
          // Nothing is heard while the broadcast is away.
          if (!on) return;
          fold(cut, gift(n, at));
          fold(whole, gift(n, at));
        } else {
          fold(cut, { input: step, at });
          on = step === 'resume' || (on && step !== 'end');
        }
      });
      const said = (state: SessionState) => ({
        goal: state.goals.get('g'),
        totals: state.totals,
        people: [...state.derived.people.all()].map(({ key, coins }) => [key, coins]),
        session: state.session?.id,
      });
      expect(said(cut)).toEqual(said(whole));
    }),
    { numRuns: 200 },
  );
});
