import fc from 'fast-check';
import type { Alert } from './alert';
import { AlertQueue, type Say } from './queue';
import { LEAST_MS } from './shortening';
import { CALM, PLAIN, type QueuePlan } from './plan';

const asked = (id: string, at: number, length: number, more: Partial<Alert> = {}): Alert => ({
  id,
  at,
  length,
  from: 0,
  until: 0,
  place: 0,
  text: '',
  sounds: [],
  begun: false,
  cue: 'c',
  spotlight: 's',
  words: '{viewer} sent {count}',
  values: { viewer: id, count: 1 },
  trial: false,
  joins: null,
  key: null,
  names: [],
  worth: 0,
  ...more,
});
const say: Say = (_words, { viewer, count }) => `${viewer} × ${count}`;
const add = (queue: AlertQueue, id: string, now: number, length: number, more: Partial<Alert> = {}) =>
  queue.add(asked(id, now, length, more), now);
/** One gift of a viewer, for a queue that joins. */
const gift = (by: string, what = 'pot'): Partial<Alert> => ({
  joins: 'add',
  key: `f/${by}/${what}`,
  names: [by],
  values: { viewer: by, count: 1 },
});

test('alerts play one after another, each for its whole length', () => {
  const queue = new AlertQueue(say);
  add(queue, 'a', 1000, 4000);
  add(queue, 'b', 1500, 2000);
  expect(queue.list()).toMatchObject([
    { id: 'a', from: 1000, until: 5000 },
    { id: 'b', from: 5000, until: 7000 },
  ]);
  expect(queue.takeEnded(5000)).toMatchObject([{ id: 'a' }]);
  expect([queue.first?.id, queue.length, queue.until]).toEqual(['b', 1, 7000]);
});

test('skipping the one that plays moves the rest forward; skipping one that waits leaves those before it', () => {
  const queue = new AlertQueue(say);
  for (const id of ['a', 'b', 'c']) add(queue, id, 0, 1000);
  expect(queue.skip('b', 300)?.gone).toMatchObject({ from: 300, until: 300 });
  expect(queue.list()).toMatchObject([
    { id: 'a', from: 0 },
    { id: 'c', from: 1000, until: 2000 },
  ]);
  expect(queue.skip('a', 300)?.gone).toMatchObject({ until: 300 });
  expect(queue.list()).toMatchObject([{ id: 'c', from: 300, until: 1300 }]);
  expect(queue.skip('a', 300)).toBeNull();
});

test('whatever is added, taken and skipped: what is left is what a plain list would have left, in order and without overlap', () => {
  const doing = fc.oneof(
    fc.record({ add: fc.integer({ min: 1, max: 5000 }) }),
    fc.record({ wait: fc.integer({ min: 0, max: 20_000 }) }),
    fc.record({ skip: fc.nat(2000) }),
  );
  fc.assert(
    fc.property(fc.array(doing, { maxLength: 1500, minLength: 600 }), (steps) => {
      const queue = new AlertQueue(say);
      let plain: string[] = [];
      let now = 0;
      let made = 0;
      for (const step of steps) {
        if ('add' in step) {
          made += 1;
          add(queue, `a${made}`, now, step.add);
          plain.push(`a${made}`);
        } else if ('wait' in step) {
          now += step.wait;
          const ended = queue.takeEnded(now).map(({ id }) => id);
          expect(ended).toEqual(plain.slice(0, ended.length));
          plain = plain.slice(ended.length);
        } else {
          const id = `a${step.skip}`;
          expect(queue.skip(id, now) !== null).toBe(plain.includes(id));
          plain = plain.filter((other) => other !== id);
        }
        expect(queue.length).toBe(plain.length);
      }
      const left: Alert[] = queue.list();
      expect(left.map(({ id }) => id)).toEqual(plain);
      left.forEach(({ from }, n) => expect(from).toBeGreaterThanOrEqual(left[n - 1]?.until ?? 0));
      if (left[0]) expect(left[0].until).toBeGreaterThan(now);
    }),
    { numRuns: 40 },
  );
});

describe('joining', () => {
  test('a streak counts up while it is on the air, and stays long enough to be read', () => {
    const queue = new AlertQueue(say, CALM);
    add(queue, 'a1', 0, 4000, gift('ines'));
    const { joined, alert } = add(queue, 'a2', 3500, 4000, gift('ines'));
    expect([joined, queue.word(alert).text, alert.from, alert.until]).toEqual([true, 'ines × 2', 0, 5000]);
    expect(queue.length).toBe(1);
  });

  test('it does not stay for ever: after three times its length what comes is an alert of its own', () => {
    const queue = new AlertQueue(say, CALM);
    let joinedLast = true;
    for (let now = 0; now < 20_000 && joinedLast; now += 500)
      joinedLast =
        now === 0
          ? (add(queue, 'a', 0, 4000, gift('ines')), true)
          : add(queue, `a${now}`, now, 4000, gift('ines')).joined;
    expect(queue.first?.until).toBe(12_000);
    expect(queue.length).toBe(2);
  });

  test('those who wait for the same cue are thanked together, each by name; who is on the air is left alone', () => {
    const queue = new AlertQueue(say, CALM);
    for (const [n, by] of ['ines', 'hana', 'mirek', 'nour'].entries()) add(queue, `a${n}`, n, 4000, gift(by));
    expect(queue.list().map(({ text, names }) => [text, names])).toEqual([
      ['ines × 1', ['ines']],
      ['hana and 2 more × 3', ['hana', 'mirek', 'nour']],
    ]);
  });

  test('no more than twelve people are one alert', () => {
    const queue = new AlertQueue(say, CALM);
    for (let n = 0; n < 50; n += 1) add(queue, `a${n}`, n, 4000, gift(`v${n}`));
    expect(queue.list().map(({ names }) => names.length)).toEqual([1, 12, 12, 12, 12, 1]);
  });

  test('what does not add up stands for itself', () => {
    const queue = new AlertQueue(say, CALM);
    add(queue, 'a', 0, 4000, { key: 'f/ines', names: ['ines'] });
    add(queue, 'b', 0, 4000, { key: 'f/ines', names: ['ines'] });
    expect(queue.length).toBe(2);
  });
});

describe('plans', () => {
  test('the newest takes the place of the last at once', () => {
    const queue = new AlertQueue(say, { ...PLAIN, mode: 'newest' });
    add(queue, 'a', 0, 4000);
    add(queue, 'b', 1000, 4000);
    expect(queue.takeEnded(1000)).toMatchObject([{ id: 'a', from: 0, until: 1000 }]);
    expect(queue.list()).toMatchObject([{ id: 'b', from: 1000, until: 5000 }]);
  });

  test('several at once, each in a place of its own', () => {
    const queue = new AlertQueue(say, { ...PLAIN, mode: 'places', places: 2 });
    add(queue, 'a', 0, 4000);
    add(queue, 'b', 100, 1000);
    add(queue, 'c', 200, 1000);
    expect(queue.list()).toMatchObject([
      { id: 'a', place: 0, from: 0 },
      { id: 'b', place: 1, from: 100 },
      { id: 'c', place: 1, from: 1100 },
    ]);
    expect(queue.takeEnded(1100)).toMatchObject([{ id: 'b' }]);
  });

  test('what is worth more comes first, and never before what plays', () => {
    const queue = new AlertQueue(say, { ...PLAIN, byWorth: true });
    for (const [id, worth] of [
      ['a', 1],
      ['b', 5],
      ['c', 9],
      ['d', 5],
    ] as const)
      add(queue, id, 0, 1000, { worth });
    expect(queue.list().map(({ id }) => id)).toEqual(['a', 'c', 'b', 'd']);
  });

  test('held, nothing begins; let go, it begins at once', () => {
    const queue = new AlertQueue(say, PLAIN);
    add(queue, 'a', 0, 1000);
    queue.hold(true, 100);
    add(queue, 'b', 200, 1000);
    expect(queue.takeEnded(5000)).toMatchObject([{ id: 'a', until: 1000 }]);
    expect(queue.next(5000)).toBe(Infinity);
    queue.hold(false, 6000);
    expect(queue.list()).toMatchObject([{ id: 'b', from: 6000, until: 7000 }]);
  });

  test('whatever comes: nothing overlaps, nothing is shorter than can be read, nobody waits longer than is said, and nobody is left out', () => {
    const plan = fc.record<QueuePlan>({
      mode: fc.constantFrom('one', 'places'),
      places: fc.integer({ min: 2, max: 4 }),
      merge: fc.boolean(),
      shorten: fc.boolean(),
      byWorth: fc.boolean(),
      longestWait: fc.constantFrom(0, 5, 30),
    });
    const comes = fc.record({
      after: fc.integer({ min: 0, max: 4000 }),
      by: fc.nat(30),
      length: fc.integer({ min: 2000, max: 6000 }),
      worth: fc.nat(9),
    });
    fc.assert(
      fc.property(plan, fc.array(comes, { maxLength: 120 }), (how, all) => {
        const queue = new AlertQueue(say, how);
        const shown: Alert[] = [];
        const passed: Alert[] = [];
        const came: string[] = [];
        let now = 0;
        for (const [n, { after, by, length, worth }] of all.entries()) {
          now += after;
          shown.push(...queue.takeEnded(now));
          came.push(`v${by}`);
          passed.push(...add(queue, `a${n}`, now, length, { ...gift(`v${by}`), worth }).passed);
        }
        shown.push(...queue.takeEnded(Number.MAX_SAFE_INTEGER - 1));
        expect(queue.length).toBe(0);
        for (const place of new Set(shown.map((alert) => alert.place))) {
          const list = shown.filter((alert) => alert.place === place).sort((a, b) => a.from - b.from);
          list.forEach((alert, n) => expect(alert.from).toBeGreaterThanOrEqual(list[n - 1]?.until ?? 0));
        }
        for (const { from, until, at } of shown) {
          expect(until - from).toBeGreaterThanOrEqual(LEAST_MS);
          if (how.longestWait > 0) expect(from - at).toBeLessThanOrEqual(how.longestWait * 1000);
        }
        expect(new Set([...shown, ...passed].flatMap(({ names }) => names))).toEqual(new Set(came));
        expect([...shown, ...passed].reduce((sum, { values }) => sum + Number(values.count), 0)).toBe(came.length);
      }),
      { numRuns: 150 },
    );
  });
});

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
    { numRuns: 500 },
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
    { numRuns: 150 },
  );
});
