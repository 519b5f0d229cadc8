import { z } from 'zod';
import { firstWord, plain } from '@/core/words/plain';
import {
  NEVER,
  SAMPLE_VIEWER,
  viewerValues,
  type EventMoment,
  type Narrowing,
  type WhenKind,
} from '@/core/engine/kernel/when';
import { answersSchema, answersSetting, anyOf } from '@/core/engine/cue/answers';
import { phrase, type Phrase } from '@/core/words/phrase';

const HOW = ['keyword', 'is', 'starts', 'contains'] as const;
const schema = z.object({
  kind: z.literal('chat'),
  how: z.enum(HOW),
  text: z.string().max(200),
  answers: answersSchema,
});
type ChatWhen = z.infer<typeof schema>;

/** Any line at all. */
const isAny = ({ how, text }: ChatWhen): boolean => (how === 'contains' || how === 'starts') && plain(text) === '';

function fits({ how, text }: ChatWhen, line: string): boolean {
  const said = plain(line);
  const sought = plain(text);
  switch (how) {
    case 'keyword':
      return firstWord(said) === sought;
    case 'is':
      return said === sought;
    case 'starts':
      return said.startsWith(sought);
    case 'contains':
      return said.includes(sought);
  }
}

const RANKS: Record<(typeof HOW)[number], number> = { contains: 1, starts: 2, keyword: 3, is: 4 };

const narrows: Narrowing<ChatWhen> = {
  rank: (when) => (isAny(when) ? 0 : RANKS[when.how]),
  covers: (when, { event }) => event.kind === 'chat' && fits(when, event.text),
  // Whether two texts can stand in one line is known only where one of them is a whole line, or takes any.
  meets: (a, b) => isAny(a) || isAny(b) || fits(a, b.text) || fits(b, a.text),
};

const WORDS: Record<(typeof HOW)[number], Phrase> = {
  keyword: phrase('begins a message with the keyword'),
  is: phrase('writes exactly'),
  starts: phrase('writes something that starts with'),
  contains: phrase('writes something that contains'),
};

export const chat: WhenKind<ChatWhen, EventMoment> = {
  kind: 'chat',
  schema,
  title: phrase('Someone writes in chat'),
  group: phrase('Talking'),
  triggers: () => ['chat'],
  // The first word of what is sought is the first word of what is found, but for "contains", and for a start that may end within a word.
  keys: ({ how, text }) => (how === 'keyword' || how === 'is' ? [firstWord(plain(text))] : null),
  make: () => ({ kind: 'chat', how: 'keyword', text: '!kiln', answers: 'rest' }),
  narrows,
  fires(when, moment) {
    if (moment.trigger !== 'chat' || moment.event.kind !== 'chat') return NEVER;
    if (!fits(when, moment.event.text)) return NEVER;
    const message =
      when.how === 'keyword'
        ? moment.event.text.trim().slice(firstWord(moment.event.text.trim()).length).trim()
        : moment.event.text;
    return [viewerValues(moment, { message, total: moment.tally?.chats ?? 1 })];
  },
  sample: ({ text }) => ({ ...SAMPLE_VIEWER, message: text === '' ? 'hello' : text, total: 1 }),
  sentence: ({ how, text, answers }) =>
    phrase('someone <set-how>{how}</set-how> <set-text>{text}</set-text>', {
      how: WORDS[how],
      text:
        text === ''
          ? anyOf(phrase('anything'), answers, isAny({ kind: 'chat', how, text }) ? 0 : 1)
          : phrase('“{text}”', { text }),
    }),
  settings: [
    {
      field: 'how',
      label: phrase('The message'),
      setting: 'choice',
      options: [
        { value: 'keyword', label: phrase('Begins with a keyword') },
        { value: 'is', label: phrase('Is exactly') },
        { value: 'starts', label: phrase('Starts with') },
        { value: 'contains', label: phrase('Contains') },
      ],
    },
    { field: 'text', label: phrase('Text'), setting: 'text', most: 200, placeholder: '!kiln' },
    answersSetting,
  ],
  problem: ({ how, text }) =>
    text.trim() === '' && how !== 'contains' && how !== 'starts'
      ? phrase('It waits for a message without words. Say which.')
      : how === 'keyword' && /\s/.test(text.trim())
        ? phrase('A keyword is one word: what a message begins with.')
        : null,
};
