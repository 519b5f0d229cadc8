import fc from 'fast-check';
import { AlertQueue } from './queue';
import { PLAIN, type QueuePlan } from './plan';
import { say, add, gift } from './queue.setup';

describe('against queueing theory', () => {
  // Exponential gaps from a generator of our own (xorshift32), so that the run is the same each time.
  const random = (seed: number) => {
    let state = seed;
    return (): number => {
      state ^= state << 13;
      state ^= state >>> 17;
      state ^= state << 5;
      return ((state >>> 0) + 0.5) / 0x1_0000_0000;
    };
  };

  test.each([0.3, 0.6, 0.8])(
    'the mean wait at a load of %f is that of Pollaczek and Khinchine within 3 %%, and the number that waits is what Little says',
    (load) => {
      // M/D/1: W = ρ·D / (2·(1 − ρ)) (Pollaczek–Khinchine mean formula with no variance of service); L = λ·W (Little, 1961).
      const D = 4000;
      const next = random(2463534242);
      const queue = new AlertQueue(say, PLAIN);
      const count = 250_000;
      const waits: number[] = [];
      let now = 0;
      for (let n = 0; n < count; n += 1) {
        now += -Math.log(next()) * (D / load);
        queue.takeEnded(now);
        waits.push(add(queue, 'a', now, D).alert.from - now);
      }
      const wait = waits.reduce((sum, each) => sum + each, 0) / count;
      const expected = (load * D) / (2 * (1 - load));
      expect(Math.abs(wait / expected - 1)).toBeLessThan(0.03);
      // How many wait, averaged over time: each wait is so much time in which one waits.
      const waiting = waits.reduce((sum, each) => sum + each, 0) / now;
      expect(Math.abs(waiting / ((load / D) * expected) - 1)).toBeLessThan(0.03);
    },
  );
});

test('a plan that is changed in the middle shows each alert once', () => {
  const queue = new AlertQueue(say, PLAIN);
  for (const [n, id] of ['a', 'b', 'c', 'd'].entries()) add(queue, id, n, 2000, gift(id));
  const shown = [...queue.takeEnded(3000)];
  queue.follow({ ...PLAIN, mode: 'places' }, say, 3000);
  for (let now = 3000; now < 20_000; now += 500) shown.push(...queue.takeEnded(now));
  expect(shown.map(({ names }) => names[0])).toEqual(['a', 'b', 'c', 'd']);
  expect(queue.length).toBe(0);
});

test('while a queue is still, nothing has begun or ended in it, whatever was done to it', () => {
  const plan = fc.record({
    mode: fc.constantFrom<QueuePlan['mode']>('one', 'newest', 'places'),
    merge: fc.boolean(),
    shorten: fc.boolean(),
    byWorth: fc.boolean(),
    longestWait: fc.constantFrom(0, 10),
  });
  const step = fc.record({
    after: fc.integer({ min: 0, max: 3000 }),
    by: fc.nat(5),
    length: fc.constantFrom(2000, 4000, 9000),
    does: fc.constantFrom('add', 'add', 'wait', 'wait', 'wait', 'skip', 'hold', 'clear', 'follow'),
  });
  let stills = 0;
  fc.assert(
    fc.property(plan, fc.array(step, { minLength: 10, maxLength: 60 }), (how, steps) => {
      const chosen: QueuePlan = { ...PLAIN, ...how };
      const queue = new AlertQueue(say, chosen);
      let now = 0;
      let held = false;
      for (const [n, { after, by, length, does }] of steps.entries()) {
        now += after;
        const still = queue.isStill(now);
        if (still) stills += 1;
        const came = [...queue.takeBegun(now), ...queue.takeEnded(now)];
        if (still) expect(came).toEqual([]);
        queue.rest(now);
        switch (does) {
          case 'add':
            add(queue, `a${n}`, now, length, { ...gift(`v${by}`), worth: by });
            break;
          case 'skip':
            queue.skip(queue.list()[by % 3]?.id ?? '', now);
            break;
          case 'hold':
            held = !held;
            queue.hold(held, now);
            break;
          case 'clear':
            queue.clear(now);
            break;
          case 'follow':
            queue.follow({ ...chosen, mode: by % 2 ? 'places' : 'one', shorten: by > 2 }, say, now);
            break;
        }
        // As the engine does: what has just made room for another lets it begin at once.
        queue.takeBegun(now);
      }
    }),
    { numRuns: 250 },
  );
  expect(stills).toBeGreaterThan(1000);
});

test('what is put behind the others without planning them anew stands where planning all anew would put it', () => {
  const plan = fc.record({ merge: fc.boolean(), shorten: fc.boolean(), longestWait: fc.constantFrom(0, 10, 60) });
  const step = fc.record({
    after: fc.integer({ min: 0, max: 900 }),
    by: fc.nat(20),
    length: fc.constantFrom(4000, 4000, 4000, 3000, 6000),
    does: fc.constantFrom('add', 'add', 'add', 'add', 'add', 'add', 'add', 'end', 'skip', 'hold'),
  });
  fc.assert(
    fc.property(plan, fc.array(step, { minLength: 40, maxLength: 150 }), (how, steps) => {
      const kept: QueuePlan = { ...PLAIN, ...how };
      const queue = new AlertQueue(say, kept);
      // Read back before each step: it then knows nothing of how it came about, and plans all anew.
      let fresh = new AlertQueue(say, kept);
      let now = 0;
      let held = false;
      for (const [n, { after, by, length, does }] of steps.entries()) {
        now += after;
        fresh = new AlertQueue(
          say,
          kept,
          fresh.list().map((alert) => ({ ...alert })),
          held,
        );
        if (does === 'hold') held = !held;
        const each = [queue, fresh].map((one) => {
          if (does === 'add') return add(one, `a${n}`, now, length, gift(`v${by}`)).passed.map(({ id }) => id);
          if (does === 'end') return one.takeEnded(now).map(({ id }) => id);
          if (does === 'skip') return one.skip(one.list()[by % 3]?.id ?? '', now);
          return one.hold(held, now);
        });
        expect(each[0]).toEqual(each[1]);
        expect(queue.list()).toEqual(fresh.list());
      }
    }),
    { numRuns: 40 },
  );
});
