import { aChat, aGift, START } from '@/core/event/examples';
import { ANY } from '@/core/engine/cue/range';
import type { When } from '@/core/engine/kinds';
import { fold } from '@/core/session/fold';
import { newState } from '@/core/session/state';
import { doubled } from './doubles';
import { cueSentence } from './sentence';
import { newCue, plainly, starterShow } from './starter';
import type { Cue, Show } from './show';
import { english } from '@/core/words/phrase';
import { inEnglish } from '@/core/words/in-english.setup';

/* The most specific cue answers; one that takes all leaves it alone, or is told not to. */

const gift = (gifts: string[], more: object = {}): When => ({
  kind: 'gift',
  gifts: gifts.map((id) => ({ id, name: id })),
  coins: ANY,
  at: 'step',
  answers: 'rest',
  ...more,
});
const cue = (id: string, when: When, more: Partial<Cue> = {}): Cue => ({
  ...newCue(id, when, [{ kind: 'show', spotlight: 'spotlight', words: id, seconds: 1 }]),
  name: id,
  ...more,
});
const showOf = (...cues: Cue[]): Show => ({ ...plainly(starterShow('s')), cues });

/** What is said of one event. */
function said(show: Show, event = aGift({})): string[] {
  const state = newState(show);
  const texts: string[] = [];
  fold(state, { input: 'begin', at: START, session: 's' });
  fold(state, { input: 'event', at: START + 1, event: { ...event, at: START + 1, seenAt: START + 1 } }, (effect) => {
    if (effect.effect === 'alert') texts.push(effect.alert.text);
  });
  return texts;
}
const pot = aGift({ count: 2, unitCoins: 60 });
const id = pot.giftId;

test.each<[string, Cue[], string[]]>([
  ['a gift with a cue of its own', [cue('any', gift([])), cue('pot', gift([id]))], ['pot']],
  ['in any order', [cue('pot', gift([id])), cue('any', gift([]))], ['pot']],
  ['another gift', [cue('any', gift([])), cue('other', gift(['other']))], ['any']],
  ['told to answer all the same', [cue('any', gift([], { answers: 'all' })), cue('pot', gift([id]))], ['any', 'pot']],
  [
    'a cue of before there was the choice',
    [cue('any', gift([], { answers: undefined })), cue('pot', gift([id]))],
    ['any', 'pot'],
  ],
  ['two that take all', [cue('one', gift([])), cue('two', gift([]))], ['one', 'two']],
  ['a range narrows', [cue('any', gift([])), cue('large', gift([], { coins: { least: 100, most: null } }))], ['large']],
  ['out of the range', [cue('any', gift([])), cue('huge', gift([], { coins: { least: 999, most: null } }))], ['any']],
  [
    'the gift before the range',
    [cue('large', gift([], { coins: { least: 100, most: null } })), cue('pot', gift([id]))],
    ['pot'],
  ],
  ['one for another feed', [cue('any', gift([])), cue('pot', gift([id]), { feeds: ['elsewhere'] })], ['any']],
  ['one that is switched off', [cue('any', gift([])), cue('pot', gift([id]), { on: false })], ['any']],
  [
    'one for others',
    [
      cue('any', gift([])),
      cue('pot', gift([id]), { who: { ...newCue('', { kind: 'follow' }, []).who, are: 'moderators' } }),
    ],
    ['any'],
  ],
  [
    'one that is held back still has it',
    [
      cue('any', gift([])),
      cue('pot', gift([id]), { holds: { ...newCue('', { kind: 'follow' }, []).holds, chance: 0 } }),
    ],
    [],
  ],
])('%s', (_name, cues, expected) => expect(said(showOf(...cues), pot)).toEqual(expected));

test('each step of a streak is its cue’s, though that one waits for the end', () => {
  const show = showOf(cue('any', gift([])), cue('pot', gift([id], { at: 'end' })));
  expect(said(show, { ...pot, streakId: 'x', streakOpen: true })).toEqual([]);
  expect(said(show, { ...pot, streakId: 'x', streakOpen: false })).toEqual(['pot']);
});

test('a line of chat: what is exactly said goes before what it begins with, and that before any line', () => {
  const chat = (how: 'keyword' | 'is' | 'contains', text: string): When => ({
    kind: 'chat',
    how,
    text,
    answers: 'rest',
  });
  const show = showOf(
    cue('line', chat('contains', '')),
    cue('word', chat('keyword', '!kiln')),
    cue('exact', chat('is', '!kiln cobalt')),
  );
  expect(['!kiln cobalt', '!kiln ash', 'hello'].map((text) => said(show, aChat({ text }) as never))).toEqual([
    ['exact'],
    ['word'],
    ['line'],
  ]);
});

test('the sentence says that it leaves the rest alone', () => {
  const words = (when: When): string => english(cueSentence(cue('c', when), showOf()));
  expect(words(gift([]))).toMatch(/^When someone sends any gift that has no cue of its own, /);
  expect(words(gift([], { answers: 'all' }))).toMatch(/^When someone sends any gift, /);
  expect(words(gift(['pot']))).toMatch(/^When someone sends pot, /);
});

test.each<[string, Cue[], boolean]>([
  ['two that take any gift', [cue('one', gift([])), cue('two', gift([]))], true],
  [
    'any gift, told to answer all, and one gift',
    [cue('one', gift([], { answers: 'all' })), cue('two', gift(['a']))],
    true,
  ],
  ['any gift, which leaves it alone', [cue('one', gift([])), cue('two', gift(['a']))], false],
  ['two gifts', [cue('one', gift(['a'])), cue('two', gift(['b']))], false],
  ['a gift of both', [cue('one', gift(['a', 'b'])), cue('two', gift(['b']))], true],
  [
    'amounts that meet nowhere',
    [
      cue('one', gift([], { coins: { least: 1, most: 9 } })),
      cue('two', gift([], { coins: { least: 10, most: null } })),
    ],
    false,
  ],
  ['other feeds', [cue('one', gift([]), { feeds: ['a'] }), cue('two', gift([]), { feeds: ['b'] })], false],
  ['one that shows nothing', [cue('one', gift([])), cue('two', gift([]), { steps: [] })], false],
  ['one that is off', [cue('one', gift([])), cue('two', gift([]), { on: false })], false],
])('the editor points out %s: %j', (_name, cues, is) => {
  const show = showOf(...cues);
  expect(show.cues.map((each) => doubled(each, show) !== null)).toEqual([is, is]);
  if (is)
    expect(inEnglish(doubled(show.cues[0] as Cue, show))).toBe(
      'two answers the same in Spotlight: viewers see both, one after the other.',
    );
});
