import { carryOverOf } from '@/core/session/carry-over';
import { serialize, deserialize } from '@/core/session/state';
import fc from 'fast-check';
import { aGift } from '@/core/event/examples';
import { leaderboard } from '@/core/piece/leaderboard';
import { fold } from '@/core/session/fold';
import { newState, type SessionState } from '@/core/session/state';
import { SUNDAY, HOUR, show, at, event, sessions, expectRecounted, gift } from './windows.setup';

test('every window equals a recount: over midnights, the end of a month, a change of the clock, late events, restarts and several sessions', () => {
  const session = fc.record({
    pause: fc.constantFrom(0.1, 3, 20, 100, 200),
    events: fc.array(fc.record({ gift, gap: fc.constantFrom(0, 0.01, 0.5, 2, 7) }), { minLength: 1, maxLength: 25 }),
  });
  fc.assert(
    fc.property(fc.array(session, { minLength: 1, maxLength: 4 }), fc.boolean(), (plan, restarts) => {
      let clock = -40;
      const all = plan.map(({ pause, events }) => {
        clock += pause;
        return events.map(({ gift: { late, ...given }, gap }) => {
          clock += gap;
          return aGift({
            ...given,
            at: SUNDAY + Math.round((clock - late) * HOUR),
            seenAt: SUNDAY + Math.round(clock * HOUR),
          });
        });
      });
      expectRecounted(
        sessions(show, all, restarts ? (state) => deserialize(structuredClone(serialize(state))) : undefined),
        all,
      );
    }),
    { numRuns: 30 },
  );
});

test('the order in which events of one session come changes no number', () => {
  fc.assert(
    fc.property(fc.array(gift, { minLength: 2, maxLength: 30 }), fc.nat(), (gifts, turn) => {
      const events = gifts.map(({ late, ...given }, n) =>
        aGift({ ...given, at: SUNDAY + Math.round((n - late) * HOUR), seenAt: SUNDAY + 40 * HOUR }),
      );
      const turned = [...events.slice(turn % events.length), ...events.slice(0, turn % events.length)];
      const numbers = (state: SessionState) => [
        [...state.goals.values()],
        state.derived.boards.map(({ places }) => places.map(({ key, coins: n }) => [key, n])),
      ];
      expect(numbers(sessions(show, [turned]))).toEqual(numbers(sessions(show, [events])));
    }),
    { numRuns: 20 },
  );
});

test('a server that lost everything is given back what earlier sessions left; what was counted since is added, and a second time nothing', () => {
  const first = sessions(show, [[aGift({ count: 5, ...at(-30) })]]);
  const lasting = carryOverOf(first);
  const state = newState(show);
  fold(state, { input: 'begin', at: SUNDAY, session: 'two' });
  fold(state, event(aGift({ count: 2, ...at(0) })));
  for (let n = 0; n < 2; n += 1) fold(state, { input: 'restore', at: SUNDAY, lasting: structuredClone(lasting) });
  expect([state.goals.get('session')?.value, state.goals.get('ever')?.value]).toEqual([20, 70]);
  const ever = show.pieces.find(({ id }) => id === 'ever');
  expect(ever?.kind === 'leaderboard' && leaderboard.live(ever, state).rows).toEqual([{ name: 'ines', value: 70 }]);
});
