import fc from 'fast-check';
import { aFollow, aGift, aLike, aRoom, START } from '@/core/event/examples';
import type { Received } from './received';
import { closeSilent, newIntake, remember, STREAK_SILENCE_MS, takeIn, type IntakeState } from './intake';
import { serializeIntake, deserializeIntake } from './saved';

const step = (count: number, done = false, key = 'k'): Received => ({
  event: aGift({ count }),
  streak: { key, count, done },
});
const batch = (taps: number, total: number): Received => ({ event: aLike({ count: taps }), likesTotal: total });
const counts = (state: IntakeState, messages: Received[]): number[] =>
  messages.map((heard) => {
    const kept = takeIn(state, heard);
    return kept?.kind === 'gift' ? kept.count : -1;
  });

describe('once', () => {
  test('a repeated id changes nothing, however often', () => {
    const state = newIntake();
    const heard = { event: aFollow() };
    expect(takeIn(state, heard)).toEqual(heard.event);
    for (let n = 0; n < 3; n += 1) expect(takeIn(state, heard)).toBeNull();
  });

  test('nor after a restart from the journal', () => {
    const heard = { event: aFollow() };
    const back = newIntake();
    remember(back, heard.event);
    expect(takeIn(back, heard)).toBeNull();
  });
});

describe('streaks', () => {
  test('cumulative counts become differences', () => {
    expect(counts(newIntake(), [step(1), step(3), step(4, true)])).toEqual([1, 2, 1]);
  });

  test('out-of-order and repeated steps add nothing', () => {
    expect(counts(newIntake(), [step(5), step(3), step(5), step(6)])).toEqual([5, -1, -1, 1]);
  });

  test('an end that adds nothing still closes', () => {
    const state = newIntake();
    takeIn(state, step(2));
    expect(takeIn(state, step(2, true))).toMatchObject({ count: 0, streakOpen: false });
    expect(state.open.size).toBe(0);
    expect(takeIn(state, step(2, true))).toBeNull();
  });

  test('a streak that never says done closes after 10 s without a step, and not before', () => {
    const state = newIntake();
    takeIn(state, { event: aGift({ count: 2, seenAt: START }), streak: { key: 'k', count: 2, done: false } });
    expect(closeSilent(state, START + STREAK_SILENCE_MS - 1)).toEqual([]);
    expect(closeSilent(state, START + STREAK_SILENCE_MS)).toEqual(['k']);
    expect(closeSilent(state, START + STREAK_SILENCE_MS * 2)).toEqual([]);
  });

  test('a step that comes after the silence still counts, and opens nothing', () => {
    const state = newIntake();
    takeIn(state, step(2));
    closeSilent(state, START + STREAK_SILENCE_MS);
    expect(takeIn(state, step(5))).toMatchObject({ count: 3, streakOpen: false });
  });
});

describe('likes', () => {
  test('the viewer gets the taps, the room the rise of its total', () => {
    const state = newIntake();
    expect(takeIn(state, batch(5, 5))).toMatchObject({ count: 5 });
    expect(takeIn(state, batch(5, 30))).toMatchObject({ count: 5, room: 25 });
    expect(state.roomLikes).toBe(30);
  });

  test('a batch that comes late adds to its viewer and not to the room', () => {
    const state = newIntake();
    takeIn(state, batch(5, 10));
    expect(takeIn(state, batch(5, 5))).toMatchObject({ count: 5, room: 0 });
    expect(state.roomLikes).toBe(10);
  });

  test('another broadcast starts its total from nothing; the same one said again does not', () => {
    const state = newIntake();
    takeIn(state, { event: aRoom({ roomId: 'r1' }) });
    takeIn(state, batch(100, 100));
    takeIn(state, { event: aRoom({ roomId: 'r1' }) });
    expect(takeIn(state, batch(1, 101))).toMatchObject({ count: 1 });
    takeIn(state, { event: aRoom({ roomId: 'r2' }) });
    expect(takeIn(state, batch(7, 7))).toMatchObject({ count: 7 });
  });
});

test('what is read back from the events is what intake had reached, whatever the messages', () => {
  const message = fc.oneof(
    fc.record({ taps: fc.nat(50), total: fc.nat(5000) }).map(({ taps, total }) => batch(taps, total)),
    fc
      .record({ count: fc.integer({ min: 1, max: 40 }), done: fc.boolean(), key: fc.constantFrom('a', 'b') })
      .map(({ count, done, key }) => step(count, done, key)),
    fc.constantFrom('r1', 'r2').map((roomId) => ({ event: aRoom({ roomId }) })),
  );
  fc.assert(
    fc.property(fc.array(message, { maxLength: 60 }), (messages) => {
      const state = newIntake();
      const back = newIntake();
      for (const heard of messages) {
        const kept = takeIn(state, heard);
        if (kept) remember(back, kept);
      }
      // Ids of messages that added nothing are not in the journal, and need not be: they would add nothing again.
      expect({ ...serializeIntake(back), seen: [] }).toEqual({ ...serializeIntake(state), seen: [] });
      expect(deserializeIntake(serializeIntake(state))).toEqual(state);
    }),
  );
});
