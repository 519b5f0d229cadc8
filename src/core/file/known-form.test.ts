import fc from 'fast-check';
import { streamEventSchema, type StreamEvent } from '@/core/event/event';
import { aChat, aFollow, aGift, aLike } from '@/core/event/examples';
import { cleanText, ROLES } from '@/core/event/viewer';
import { inputSchema } from '@/core/session/input';
import { readEventLine, writeEventLine } from './events';
import { readKnownEvent, readKnownInput } from './known-form';

/** The same line by JSON.parse and the schema alone, the viewer's name tidied as that of any file is; null where they refuse it. */
function ordinary(line: string): StreamEvent | null {
  try {
    const read = streamEventSchema.safeParse(JSON.parse(line));
    if (!read.success) return null;
    const { viewer } = read.data;
    if (viewer) viewer.name = cleanText(viewer.name, 200) || viewer.handle || 'Someone';
    return read.data;
  } catch {
    return null;
  }
}

const amount = fc.oneof(fc.nat(2000), fc.integer({ min: 0, max: 1e12 }));
const instant = fc.oneof(
  { arbitrary: fc.integer({ min: 1.7e12, max: 1.9e12 }), weight: 6 },
  { arbitrary: fc.constantFrom(0, 1e12, 1e13 - 1), weight: 2 },
  fc.integer({ min: 0, max: 8.64e15 }),
);
const plain = fc.string({ unit: fc.constantFrom(...'abcé山 🏺!'), maxLength: 12 });
const word = fc.oneof(
  { arbitrary: plain, weight: 12 },
  fc.string({ unit: 'grapheme', maxLength: 30 }),
  fc.constantFrom(
    'x'.repeat(200),
    'x'.repeat(201),
    'a "quoted" one',
    'back\\slash',
    'two\nlines',
    ' Inês ',
    '山田 はな',
    '\u0007bell',
    '',
  ),
);
const named = fc.oneof(
  { arbitrary: plain.filter((text) => text !== ''), weight: 12 },
  fc.string({ minLength: 1, maxLength: 40 }),
);
const optional = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: undefined });
const base = {
  id: named,
  feed: named,
  at: instant,
  seenAt: instant,
  viewer: fc.option(
    fc.record({ id: named, handle: word, name: word, roles: fc.array(fc.constantFrom(...ROLES), { maxLength: 4 }) }),
    { nil: undefined, freq: 9 },
  ),
};
const anEvent = fc.oneof(
  fc.record({ ...base, kind: fc.constant('like'), count: amount, total: optional(amount), room: optional(amount) }),
  fc.record({ ...base, kind: fc.constant('chat'), text: word }),
  fc.record({
    ...base,
    kind: fc.constant('gift'),
    giftId: named,
    name: word,
    unitCoins: amount,
    count: amount,
    streakId: optional(word),
    streakOpen: optional(fc.boolean()),
  }),
  fc.record({ ...base, kind: fc.constantFrom('follow', 'share', 'join') }),
  fc.record({ ...base, kind: fc.constant('audience'), watching: amount }),
);

test('what is read in the known form is what JSON.parse and the schema read', () => {
  let known = 0;
  fc.assert(
    fc.property(anEvent, (event) => {
      const line = writeEventLine(event as StreamEvent).trimEnd();
      const read = readKnownEvent(line);
      if (read) known += 1;
      if (read) expect(read).toEqual(ordinary(line));
      const whole = readEventLine(line);
      expect(whole.ok ? whole.event : null).toEqual(ordinary(line));
    }),
    { numRuns: 3000 },
  );
  // It is worth having: a good part of them is of this form.
  expect(known).toBeGreaterThan(400);
});

test('a line that is spoilt is never read in the known form as something else, or where it is no event', () => {
  const spoil = fc.tuple(
    fc.nat(),
    fc.nat(4),
    fc.constantFrom(
      '',
      '"',
      '\\',
      '0',
      '00',
      '-',
      '.5',
      'e9',
      ',',
      '}',
      '{',
      ' ',
      '\t',
      '\u0001',
      '\u2028',
      '\ud800',
      '99999999999999999',
      '"x":1,',
      'bot',
      'null',
    ),
  );
  let accepted = 0;
  fc.assert(
    fc.property(anEvent, fc.array(spoil, { minLength: 1, maxLength: 3 }), (event, cuts) => {
      let line = writeEventLine(event as StreamEvent).trimEnd();
      for (const [at, taken, put] of cuts)
        line = line.slice(0, at % line.length) + put + line.slice((at % line.length) + taken);
      const read = readKnownEvent(line);
      if (!read) return;
      accepted += 1;
      expect(read).toEqual(ordinary(line));
    }),
    { numRuns: 20_000 },
  );
  expect(accepted).toBeGreaterThan(50);
});

test.each([
  ['a number with a zero in front', '"count":1}', '"count":01}'],
  ['more than the greatest amount', '"count":1}', '"count":1000000000001}'],
  ['a fraction', '"count":1}', '"count":1.5}'],
  ['an unknown role', '"roles":[]', '"roles":["king"]'],
  ['too many roles', '"roles":[]', `"roles":[${Array.from({ length: 9 }, () => '"bot"').join(',')}]`],
  ['a tab within a string', '"handle":"ines"', '"handle":"in\tes"'],
  ['an id that is too long', '"handle"', `"handle":"${'x'.repeat(401)}","handle"`],
  ['something behind it', '"count":1}', '"count":1} {}'],
])('%s is left to the ordinary reader', (_name, from, to) => {
  const line = writeEventLine(aLike()).trimEnd();
  expect(readKnownEvent(line)).not.toBeNull();
  expect(line).toContain(from);
  expect(readKnownEvent(line.replace(from, to))).toBeNull();
});

test('a journal’s line is read as the schema of inputs reads it, with its position', () => {
  // What was taken in with blanks around it was counted so, and comes back so.
  for (const event of [
    aLike({ total: 40, room: 3 }),
    aLike({ by: ' Inês ' }),
    aChat({ text: 'hello' }),
    aGift({ streakId: 's', streakOpen: true }),
    aFollow(),
  ]) {
    for (const position of [undefined, '17', 'x'.repeat(201)]) {
      const line = JSON.stringify({ input: 'event', at: event.seenAt, event, position });
      const parsed = inputSchema.safeParse(JSON.parse(line));
      expect(readKnownInput(line)).toEqual(parsed.success ? parsed.data : null);
    }
  }
  expect(readKnownInput('{"input":"tick","at":5}')).toBeNull();
});
