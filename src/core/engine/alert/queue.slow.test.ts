import fc from 'fast-check';
import type { Alert } from './alert';
import { AlertQueue } from './queue';
import { LEAST_MS } from './shortening';
import { CALM, PLAIN, type QueuePlan } from './plan';
import { say, add, gift } from './queue.setup';

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
