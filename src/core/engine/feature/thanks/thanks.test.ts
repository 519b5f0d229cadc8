import fc from 'fast-check';
import { aGift, aTip, aSubscription, START } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { withoutViewer } from '@/core/people/forget';
import { fold } from '@/core/session/fold';
import type { Command, Input } from '@/core/session/input';
import { deserialize, newState, serialize, type SessionState } from '@/core/session/state';
import { starterShow } from '@/core/show/starter';
import { MOST_OWED } from '.';
import { compareOwed } from './owed';

const show = { ...starterShow('s'), feeds: [], money: { currency: 'EUR', rates: {} } };
const at = <E extends StreamEvent>(event: E, s: number): Input => ({ input: 'event', at: START + s * 1000, event });
const tell = (command: Command, s: number): Input => ({ input: 'command', at: START + s * 1000, command });
const after = (...inputs: Input[]): SessionState => {
  const state = newState(show);
  for (const input of [{ input: 'begin', at: START, session: 'one' } as const, ...inputs]) fold(state, input);
  return state;
};
const names = ({ owed }: SessionState): string[] => [...owed.values()].sort(compareOwed).map(({ name }) => name);
const raid = (by: string, viewers: number): StreamEvent => ({
  ...aTip({ by }),
  kind: 'raid',
  viewers,
});

test('who gave, subscribed or raided waits to be thanked, by worth and then by time; each once, with all that they gave', () => {
  const state = after(
    at(aGift({ by: 'hana', count: 2 }), 1),
    at(aTip({ by: 'ines', amountMinor: 300 }), 2),
    at(raid('bram', 41), 3),
    at(aSubscription({ by: 'teo', months: 7 }), 4),
    at(aTip({ by: 'ines', amountMinor: 200 }), 5),
    at(aGift({ by: 'hana', count: 1 }), 6),
  );
  expect(names(state)).toEqual(['ines', 'bram', 'teo', 'hana']);
  expect(state.owed.get('f/hana')).toMatchObject({ gifts: [{ name: 'Slip Splash', count: 3 }], coins: 30 });
  expect(state.owed.get('f/ines')).toMatchObject({
    tips: [{ currency: 'EUR', amount: 500 }],
    since: START + 2000,
    last: START + 5000,
  });
  expect(state.owed.get('f/teo')).toMatchObject({ months: 7, kind: 'subscribe' });
});

test('what gives nothing makes nobody wait: the end of a streak, and a subscription that was received', () => {
  const state = after(
    at(aGift({ by: 'hana', count: 0, streakId: 'k', streakOpen: false }), 1),
    at(aSubscription({ by: 'teo', gifted: true }), 2),
  );
  expect(names(state)).toEqual([]);
});

test('a tick takes one away, and a press by mistake is taken back; who has given more since the press stays', () => {
  const inputs = [at(aGift({ by: 'hana', count: 2 }), 1), at(aTip({ by: 'ines' }), 2)];
  const thanked = tell({ command: 'thank', giver: 'f/hana', last: START + 1000 }, 3);
  expect(names(after(...inputs, thanked))).toEqual(['ines']);
  const back = after(
    ...inputs,
    thanked,
    at(aGift({ by: 'hana', count: 1 }), 4),
    tell({ command: 'unthank', giver: 'f/hana' }, 5),
  );
  expect(back.owed.get('f/hana')).toMatchObject({ gifts: [{ name: 'Slip Splash', count: 3 }], since: START + 1000 });
  expect(back.thanked).toEqual([]);
  // She gave once more while the finger was on its way.
  const late = after(...inputs, at(aGift({ by: 'hana', count: 1 }), 3), { ...thanked, at: START + 4000 });
  expect(names(late)).toEqual(['ines', 'hana']);
});

test('those whom the platform does not name are one, and are not forgotten', () => {
  const { viewer: gone, ...tip } = aTip({ by: 'x', amountMinor: 700 });
  void gone;
  const state = after(at(tip as StreamEvent, 1), at({ ...tip, id: 'other' } as StreamEvent, 2));
  expect(state.owed.get('f/')).toMatchObject({ name: '', tips: [{ currency: 'EUR', amount: 1400 }] });
});

test('more than are ever thanked: the least are only counted, and what they gave with them', () => {
  const all = Array.from({ length: MOST_OWED + 1 }, (_, n) => at(aTip({ by: `v${n}`, amountMinor: 100 + n }), 1));
  const state = after(...all);
  expect(state.owed.size + state.owedBeyond.count).toBe(MOST_OWED + 1);
  expect(state.owed.has(`f/v${MOST_OWED}`)).toBe(true);
  expect(state.owed.has('f/v0')).toBe(false);
});

test('it is kept, and the same again', () => {
  const state = after(
    at(aTip({ by: 'ines' }), 1),
    at(aGift({ by: 'hana' }), 2),
    tell({ command: 'thank', giver: 'f/ines', last: START + 1000 }, 3),
  );
  const again = deserialize(JSON.parse(JSON.stringify(serialize(state))) as ReturnType<typeof serialize>);
  expect([...again.owed]).toEqual([...state.owed]);
  expect(again.thanked).toEqual(state.thanked);
});

test('who is forgotten is nobody there either, and stays thanked', () => {
  const inputs = [
    at(aTip({ by: 'rosamund' }), 1),
    tell({ command: 'thank', giver: 'f/rosamund', last: START + 1000 }, 3),
  ].flatMap((input) => withoutViewer(input, { feed: 'f', viewer: 'rosamund' }) ?? []);
  const state = after(...inputs);
  expect(JSON.stringify(serialize(state))).not.toContain('rosamund');
  expect(state.owed.size).toBe(0);
});

test('whatever is given, thanked and taken back, in any order: nothing of it is lost, and nothing is owed twice', () => {
  const giver = fc.constantFrom('hana', 'ines', 'bram');
  const doing = fc.oneof(
    fc.record({ does: fc.constant('gives' as const), by: giver, count: fc.integer({ min: 1, max: 9 }) }),
    fc.record({ does: fc.constant('thank' as const), by: giver, late: fc.boolean() }),
    fc.record({ does: fc.constant('unthank' as const), by: giver }),
  );
  fc.assert(
    fc.property(fc.array(doing, { maxLength: 60 }), (all) => {
      const state = after();
      /** What each has given and is to be thanked for, by hand; and what was thanked, newest last. */
      const owed = new Map<string, number>();
      const thanked: { by: string; coins: number }[] = [];
      let s = 1;
      for (const each of all) {
        s += 1;
        const key = `f/${each.by}`;
        if (each.does === 'gives') {
          fold(state, at(aGift({ by: each.by, count: each.count }), s));
          owed.set(each.by, (owed.get(each.by) ?? 0) + each.count * 10);
        } else if (each.does === 'thank') {
          const known = state.owed.get(key);
          // Pressed a moment too early: somebody has given more since.
          fold(
            state,
            tell({ command: 'thank', giver: key, last: each.late && known ? known.last - 1 : (known?.last ?? 0) }, s),
          );
          const coins = owed.get(each.by);
          if (coins === undefined || each.late) continue;
          owed.delete(each.by);
          thanked.push({ by: each.by, coins });
          if (thanked.length > 20) thanked.shift();
        } else {
          fold(state, tell({ command: 'unthank', giver: key }, s));
          const last = thanked.findLastIndex(({ by }) => by === each.by);
          const [back] = last < 0 ? [] : thanked.splice(last, 1);
          if (back) owed.set(each.by, (owed.get(each.by) ?? 0) + back.coins);
        }
      }
      const again = deserialize(JSON.parse(JSON.stringify(serialize(state))) as ReturnType<typeof serialize>);
      for (const each of [state, again]) {
        expect(new Map([...each.owed].map(([, { name, coins }]) => [name, coins]))).toEqual(owed);
        expect(each.thanked.map(({ name, coins }) => ({ by: name, coins }))).toEqual(thanked);
      }
    }),
    { numRuns: 300 },
  );
});
