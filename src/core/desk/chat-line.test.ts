import { aChat, aLike, START } from '@/core/event/examples';
import { Recorder } from './happened';
import { asks } from './chat-line';

const KNOWN = { alert: null, worth: 0, first: false };

// The question marks are those of the Unicode Standard 15.0 (names with QUESTION MARK): Greek, Arabic, Armenian, Ethiopic, full width.
test.each([
  ['which glaze is that?', true],
  ['ποιο είναι;', false],
  ['ποιο είναι\u037e', true],
  ['ما هذا؟', true],
  ['これは何ですか？', true],
  ['what is it՞', true],
  ['is it celadon?? 🏺', true],
  ['“is it?”', true],
  ['a question? no', false],
  ['hello', false],
  ['', false],
])('whether a line asks something: %s', (text, asked) => {
  expect(asks(text, '')).toBe(asked);
});

test('viewers may be told a word to begin with', () => {
  expect(asks('Q which cone', 'q')).toBe(true);
  expect(asks('q: which cone', 'Q')).toBe(true);
  expect(asks('quite so', 'q')).toBe(false);
  expect(asks('質問 何度', '質問')).toBe(true);
  expect(asks('hello', '')).toBe(false);
});

test('chat has a list of its own, with who writes for the first time; empty lines are none', () => {
  const recorder = new Recorder();
  recorder.record(aChat({ by: 'mirek', text: 'good evening' }), START, { ...KNOWN, first: true });
  recorder.record(aChat({ text: '  ' }), START, KNOWN);
  expect(recorder.chat).toMatchObject([{ name: 'mirek', text: 'good evening', first: true }]);
  expect(recorder.lines).toEqual([]);
});

test('likes of some moments are one line that names who began and counts the others; a minute later there is another', () => {
  const recorder = new Recorder();
  const like = (by: string, count: number, s: number): void =>
    recorder.record(aLike({ by, count }), START + s * 1000, KNOWN);
  like('ciaran', 40, 0);
  for (const by of ['a', 'b', 'c', 'd']) like(by, 5, 2);
  like('ciaran', 3, 3);
  expect(recorder.lines).toMatchObject([{ name: 'ciaran', count: 63, others: 4, at: START }]);
  like('zoe', 1, 60);
  expect(recorder.lines.map(({ name, others }) => [name, others])).toEqual([
    ['ciaran', 4],
    ['zoe', 0],
  ]);
});
