import { serialize, deserialize } from '@/core/session/state';
import fc from 'fast-check';
import { aChat, aFollow, aGift, aLike } from '@/core/event/examples';
import type { Input } from '@/core/session/input';
import { event, command, run, later } from './points.setup';

describe('double entry', () => {
  const anyone = fc.constantFrom('ines', 'mirek', 'hana');
  const happening = fc.oneof(
    fc.record({ by: anyone, count: fc.integer({ min: 1, max: 400 }) }).map((e) => aGift(e)),
    fc.record({ by: anyone, count: fc.integer({ min: 1, max: 400 }) }).map((e) => aLike(e)),
    fc
      .record({ by: anyone, text: fc.constantFrom('hello', '!spin', '!give @mirek 13', '!give @hana 7', '!shards') })
      .map((e) => aChat(e)),
    anyone.map((by) => aFollow({ by })),
  );
  const byHand = fc
    .record({ by: fc.integer({ min: -300, max: 300 }), id: anyone })
    .map(({ by, id }): Input => command({ command: 'nudge', number: `points/f/${id}`, by }));

  test('every balance is the sum of its lines, nobody owes anything, and all accounts together are what the house has given', () => {
    fc.assert(
      fc.property(fc.array(fc.oneof(happening.map(event), byHand), { maxLength: 150 }), (inputs) => {
        const { state } = run(inputs);
        let all = 0;
        for (const account of state.ledger.accounts.values()) {
          expect(account.lines.reduce((sum, { points }) => sum + points, 0)).toBe(account.balance);
          expect(account.balance).toBeGreaterThanOrEqual(0);
          expect(account.lines.length).toBeLessThanOrEqual(40);
          all += account.balance;
        }
        const given = Object.values(deserialize(structuredClone(serialize(state))).ledger.given).reduce(
          (sum, points) => sum + points,
          0,
        );
        expect(all).toBe(Object.values(state.ledger.given).reduce((sum, points) => sum + points, 0));
        expect(given).toBe(all);
        // Handing on makes and loses none; where lines were put together their reasons are gone.
        if (state.ledger.given.earlier === undefined)
          expect((state.ledger.given.sent ?? 0) + (state.ledger.given.received ?? 0)).toBe(0);
      }),
      { numRuns: 150 },
    );
  });

  test('what one hands on the other gets', () => {
    const { state } = run([
      event(aGift({ count: 10 })),
      event(aFollow({ by: 'mirek' })),
      event(aChat({ text: '!give @mirek 50', ...later(1) })),
    ]);
    expect((state.ledger.given.sent ?? 0) + (state.ledger.given.received ?? 0)).toBe(0);
  });
});
