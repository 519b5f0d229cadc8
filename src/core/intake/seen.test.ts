import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { SeenIds } from './seen';

test('an id is new once', () => {
  fc.assert(
    fc.property(fc.array(fc.string({ maxLength: 40 }), { maxLength: 200 }), (ids) => {
      const seen = new SeenIds();
      const known = new Set<string>();
      for (const id of ids) {
        expect(seen.add(id)).toBe(!known.has(id));
        known.add(id);
      }
      expect(seen.size).toBe(known.size);
    }),
  );
});

// What platforms' ids look like: counted up, random, times, and long with a common beginning.
test.each<[string, (n: number) => string]>([
  ['counted', (n) => String(n)],
  ['with a letter in front', (n) => `m${n}`],
  ['padded', (n) => String(n).padStart(20, '0')],
  ['random', (n) => createHash('md5').update(String(n)).digest('hex')],
  ['long and alike', (n) => `platform:broadcast-2026-11-19:message:${n % 1000}:${Math.floor(n / 1000)}`],
])('200,000 different ids that are %s are all let in', (_how, make) => {
  const seen = new SeenIds();
  let taken = 0;
  for (let n = 0; n < 200_000; n += 1) if (!seen.add(make(n))) taken += 1;
  expect(taken).toBe(0);
});

test('the latest generation is always remembered, and what is older than two is not kept', () => {
  const seen = new SeenIds(1000);
  for (let n = 0; n < 10_500; n += 1) seen.add(`m${n}`);
  expect(seen.size).toBeLessThanOrEqual(2000);
  for (let n = 9_500; n < 10_500; n += 1) expect(seen.add(`m${n}`)).toBe(false);
  expect(seen.add('m3')).toBe(true);
});

test('what was frozen knows the same ids, of both generations', () => {
  const seen = new SeenIds(1000);
  for (let n = 0; n < 1500; n += 1) seen.add(`m${n}`);
  const back = SeenIds.thaw(JSON.parse(JSON.stringify(seen.freeze())) as ReturnType<SeenIds['freeze']>);
  for (let n = 0; n < 1500; n += 1) expect(back.add(`m${n}`)).toBe(false);
  expect(back.add('m1500')).toBe(true);
  // RFC 4648, section 10, by way of the platform's own decoder: what is written is base64, whatever its length.
  for (const count of [0, 1, 2, 3]) {
    const few = new SeenIds();
    for (let n = 0; n < count; n += 1) few.add(`f${n}`);
    expect(atob(few.freeze().newer)).toHaveLength(count * 8);
  }
});
