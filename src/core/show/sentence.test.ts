import type { Feed } from '@/core/platform/feed';
import { cueProblem, cueSentence } from './sentence';
import { newCue, starterShow } from '@/core/show/starter';
import type { Cue, Show } from '@/core/show/show';
import { ANY } from '@/core/engine/cue/range';
import { ENGLISH, english } from '@/core/words/phrase';
import { inEnglish } from '@/core/words/in-english.setup';

const feed: Feed = {
  id: 'f',
  platform: 'brindle',
  handle: 'odavarn.kiln',
  on: true,
  rate: { coin: 0, kept: 0 },
  admitted: [],
};
const show: Show = { ...starterShow('s'), feeds: [feed] };
const read = (cue: Cue): string => english(cueSentence(cue, show));
const cue = (changed: Partial<Cue>): Cue => ({
  ...newCue('c', { kind: 'follow' }, [{ kind: 'show', spotlight: 'spotlight', words: 'Hello, {viewer}', seconds: 4 }]),
  ...changed,
});

test.each<[Cue['when'], string]>([
  [{ kind: 'follow' }, 'When anyone follows, show “Hello, {viewer}” in Spotlight for 4 s.'],
  [
    { kind: 'gift', gifts: [], coins: ANY, at: 'step' },
    'When someone sends any gift, show “Hello, {viewer}” in Spotlight for 4 s.',
  ],
  [
    { kind: 'gift', gifts: [{ id: 'ember', name: 'Ember' }], coins: { least: 100, most: null }, at: 'end' },
    'When someone sends Ember of at least 100 coins, once its streak has ended, show “Hello, {viewer}” in Spotlight for 4 s.',
  ],
  [
    { kind: 'every', every: 1, of: 'likes', by: 'viewer', within: 0 },
    'When one viewer reaches every 1 like, show “Hello, {viewer}” in Spotlight for 4 s.',
  ],
  [
    { kind: 'every', every: 2500, of: 'likes', by: 'viewer', within: 0 },
    'When one viewer reaches every 2,500 likes, show “Hello, {viewer}” in Spotlight for 4 s.',
  ],
])('a cue reads as one sentence: %j', (when, sentence) => expect(read(cue({ when }))).toBe(sentence));

test('each part that can be changed names its field', () => {
  const fields = ENGLISH.parts(
    cueSentence(cue({ when: { kind: 'every', every: 100, of: 'likes', by: 'viewer', within: 0 } }), show),
  ).flatMap(({ tag }) => tag ?? []);
  expect(fields).toEqual(['by', 'every', '0.words', '0.spotlight', '0.seconds']);
});

test('what keeps a cue from being seen is said, the nearest cause first', () => {
  const words = (text: string) => cue({ steps: [{ kind: 'show', spotlight: 'spotlight', words: text, seconds: 4 }] });
  expect(cueProblem(cue({}), show)).toBeNull();
  expect(cueProblem(cue({ steps: [{ kind: 'show', spotlight: 'gone', words: 'x', seconds: 4 }] }), show)).toMatch(
    /spotlight is not on the stage/,
  );
  expect(cueProblem(cue({}), { ...show, feeds: [] })).toMatch(/no feed yet/);
  expect(cueProblem(cue({}), { ...show, feeds: [{ ...feed, on: false }] })).toMatch(/Every feed is stopped/);
  const oxbow: Feed = { ...feed, platform: 'oxbow', helper: '' };
  expect(
    inEnglish(
      cueProblem(cue({ when: { kind: 'gift', gifts: [], coins: ANY, at: 'step' } }), { ...show, feeds: [oxbow] }),
    ),
  ).toMatch(/Oxbow does not send gifts/);
  expect(
    cueProblem(cue({ when: { kind: 'gift', gifts: [], coins: ANY, at: 'step' } }), { ...show, feeds: [oxbow, feed] }),
  ).toBeNull();
  expect(cueProblem(words('  '), show)).toMatch(/no words/);
});
