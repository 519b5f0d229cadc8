import fc from 'fast-check';
import { AlertQueue, type Alert } from './queue';

const alert = (id: string): Omit<Alert, 'from' | 'until'> => ({ id, cue: 'c', spotlight: 's', text: id, trial: false });

test('alerts play one after another, each for its whole length', () => {
  const queue = new AlertQueue();
  queue.add(alert('a'), 1000, 4000);
  queue.add(alert('b'), 1500, 2000);
  expect(queue.list()).toMatchObject([{ id: 'a', from: 1000, until: 5000 }, { id: 'b', from: 5000, until: 7000 }]);
  expect(queue.takeEnded(5000)).toMatchObject([{ id: 'a' }]);
  expect([queue.first?.id, queue.length, queue.until]).toEqual(['b', 1, 7000]);
});

test('skipping the one that plays moves the rest forward; skipping one that waits leaves those before it', () => {
  const queue = new AlertQueue();
  for (const id of ['a', 'b', 'c']) queue.add(alert(id), 0, 1000);
  expect(queue.skip('b', 300)).toMatchObject({ from: 1000 });
  expect(queue.list()).toMatchObject([{ id: 'a', from: 0 }, { id: 'c', from: 1000, until: 2000 }]);
  expect(queue.skip('a', 300)).toMatchObject({ until: 300 });
  expect(queue.list()).toMatchObject([{ id: 'c', from: 300, until: 1300 }]);
  expect(queue.skip('a', 300)).toBeNull();
});

test('whatever is added, taken and skipped: what is left is what a plain list would have left, in order and without overlap', () => {
  const doing = fc.oneof(
    fc.record({ add: fc.integer({ min: 1, max: 5000 }) }),
    fc.record({ wait: fc.integer({ min: 0, max: 20_000 }) }),
    fc.record({ skip: fc.nat(2000) }),
  );
  fc.assert(fc.property(fc.array(doing, { maxLength: 1500, minLength: 600 }), (steps) => {
    const queue = new AlertQueue();
    let plain: string[] = [];
    let now = 0;
    let made = 0;
    for (const step of steps) {
      if ('add' in step) {
        made += 1;
        queue.add(alert(`a${made}`), now, step.add);
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
    const left = queue.list();
    expect(left.map(({ id }) => id)).toEqual(plain);
    left.forEach(({ from }, n) => expect(from).toBeGreaterThanOrEqual(left[n - 1]?.until ?? 0));
    if (left[0]) expect(left[0].until).toBeGreaterThan(now);
  }), { numRuns: 40 });
});
