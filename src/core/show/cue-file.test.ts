import { makeWhen } from '@/core/engine/kinds';
import { mediaSchema } from '@/core/media/media';
import { PLAIN_LOOK } from '@/core/engine/alert/look';
import { bringIn, clashes, cueFileOf, readCueFile, type CueFile } from './cue-file';
import { emptyShow, newCue, starterShow } from './starter';
import type { Cue, Show } from './show';
import { inEnglish } from '@/core/words/in-english.setup';

const pot = mediaSchema.parse({ id: 'a'.repeat(64), name: 'Pot', type: 'image/png', bytes: 10, width: 4, height: 4 });
const start = starterShow('mine');
const gift: Cue = {
  ...newCue('gift', makeWhen('gift', start), [
    { kind: 'show', spotlight: 'spotlight', words: '{viewer}', seconds: 3, look: { ...PLAIN_LOOK, picture: pot.id } },
    { kind: 'add', number: 'countdown/kiln', amount: 30, per: 'once' },
    { kind: 'call', cue: 'welcome' },
  ]),
  feeds: ['f1'],
  who: { are: 'everyone', top: 3, only: [{ feed: 'f1', viewer: 'u1', name: 'Inês' }], never: [] },
};
const mine: Show = {
  ...start,
  cues: [...start.cues, gift],
  media: [pot],
  countdowns: [
    { id: 'kiln', name: 'Kiln', seconds: 60, most: 0 },
    { id: 'other', name: 'Other', seconds: 60, most: 0 },
  ],
};
const file = cueFileOf(mine, mine.cues, { [pot.id]: 'AAAA', ['b'.repeat(64)]: 'BBBB' });
const read = (changed: object): ReturnType<typeof readCueFile> => readCueFile(JSON.stringify({ ...file, ...changed }));
let ids = 0;
const newId = (): string => `new${(ids += 1)}`;
const all = (choice: 'leave' | 'beside' | 'instead', of: CueFile = file) =>
  Object.fromEntries(of.cues.map(({ id }) => [id, choice]));

test('a file has what its cues need and no more, and nobody’s name', () => {
  expect(readCueFile(JSON.stringify(file))).toEqual({ ok: true, file });
  expect(file.countdowns.map(({ id }) => id)).toEqual(['kiln']);
  expect(Object.keys(file.files)).toEqual([pot.id]);
  expect(JSON.stringify(file)).not.toContain('Inês');
});

test.each([
  ['no JSON', 'not json', /cannot be read/],
  ['a show', JSON.stringify(mine), /no cue file/],
  ['a later version', JSON.stringify({ ...file, version: 9 }), /later Gavirn \(version 9/],
  ['no cues', JSON.stringify({ ...file, cues: [] }), /part that cannot be used: cues/],
  [
    'an unknown step',
    JSON.stringify({ ...file, cues: [{ ...gift, steps: [{ kind: 'run', code: 'x' }] }] }),
    /cues › 0 › steps › 0/,
  ],
  [
    'a picture of a kind that runs',
    JSON.stringify({ ...file, media: [{ ...pot, type: 'text/html' }] }),
    /media › 0 › type/,
  ],
  ['bytes that are none', JSON.stringify({ ...file, files: { [pot.id]: '<script>' } }), /files/],
])('%s is refused in a sentence', (_name, text, reason) =>
  expect(inEnglish(readCueFile(text))).toEqual({ ok: false, reason: expect.stringMatching(reason) }),
);

test('nothing that is not of the format comes through: no code, no handlers, no foreign keys', () => {
  const answer = read({
    run: 'alert(1)',
    cues: [
      {
        ...gift,
        onload: 'x',
        steps: [{ kind: 'post', words: '<script>alert(1)</script>', eval: 'x' }],
        __proto__: { polluted: true },
      },
    ],
  });
  expect(answer.ok && JSON.stringify(answer.file)).not.toMatch(/onload|eval|polluted|"run"/);
  expect(answer.ok && answer.file.cues[0]?.steps).toEqual([{ kind: 'post', words: '<script>alert(1)</script>' }]);
});

test('an address that is none, or would run, is refused', () => {
  for (const url of ['javascript:alert(1)', 'file:///etc/passwd', 'data:text/html,x', 'nowhere'])
    expect(read({ cues: [newCue('x', { kind: 'follow' }, [{ kind: 'ask', url, words: '' }])] }).ok).toBe(false);
});

test('what clashes is said before anything changes', () => {
  const changed = { ...file, cues: file.cues.map((cue) => (cue.id === 'welcome' ? { ...cue, name: 'Theirs' } : cue)) };
  expect(clashes(changed, mine).map(({ cue, how }) => [cue.id, how])).toEqual([
    ['welcome', 'differs'],
    ['thanks', 'same'],
    ['hundred', 'same'],
    ['gift', 'same'],
  ]);
  const elsewhere = clashes(
    {
      ...file,
      cues: [
        gift,
        newCue('tells', { kind: 'follow' }, [{ kind: 'ask', url: 'https://hooks.example.org/a?secret=1', words: '' }]),
      ],
    },
    emptyShow('e', 'Empty'),
  );
  expect(inEnglish(elsewhere.map(({ how, said }) => [how, said]))).toEqual([
    [
      'new',
      ['Its spotlight is not here: it will use yours.', 'The cue that it calls is not here. Choose one afterwards.'],
    ],
    ['new', ['It calls hooks.example.org. It comes in switched off: look at it first.']],
  ]);
});

test('into an empty show: all that the cue needs comes along, the spotlight becomes the one that is there', () => {
  const other: Show = {
    ...emptyShow('e', 'Empty'),
    pieces: start.pieces.map((piece) => (piece.kind === 'spotlight' ? { ...piece, id: 'their-spotlight' } : piece)),
  };
  bringIn(other, file, { gift: 'instead' }, newId);
  expect(other.cues.map(({ id }) => id)).toEqual(['gift']);
  expect(other.cues[0]?.steps[0]).toMatchObject({ spotlight: 'their-spotlight' });
  expect([other.countdowns.map(({ id }) => id), other.media, other.goals]).toEqual([['kiln'], [pot], []]);
});

test('left, instead, or beside: what was not chosen stays as it was, and a copy calls the copy', () => {
  const left = structuredClone(mine);
  bringIn(left, file, all('leave'), newId);
  expect(left).toEqual(mine);
  const both = structuredClone(mine);
  bringIn(both, file, { gift: 'beside', welcome: 'beside' }, newId);
  expect(both.cues.length).toBe(6);
  const copies = both.cues.slice(4);
  expect(copies[1]?.steps[2]).toEqual({ kind: 'call', cue: copies[0]?.id });
  expect(both.cues.slice(0, 4)).toEqual(mine.cues);
  expect([both.media.length, both.countdowns.length]).toEqual([1, 2]);
});

test('a cue that sends something out comes in switched off', () => {
  const other = structuredClone(mine);
  bringIn(
    other,
    { ...file, cues: [newCue('tells', { kind: 'follow' }, [{ kind: 'ask', url: 'https://example.org', words: '' }])] },
    { tells: 'instead' },
    newId,
  );
  expect(other.cues.at(-1)).toMatchObject({ id: 'tells', on: false });
});
