import { z } from 'zod';
import { firstWord, plain } from '@/core/words/plain';
import { NEVER, SAMPLE_VIEWER, viewerValues, type EventMoment, type WhenKind } from '@/core/engine/kernel/when';

const HOW = ['keyword', 'is', 'starts', 'contains'] as const;
const schema = z.object({ kind: z.literal('chat'), how: z.enum(HOW), text: z.string().max(200) });

const WORDS: Record<(typeof HOW)[number], string> = {
  keyword: 'begins a message with the keyword',
  is: 'writes exactly',
  starts: 'writes something that starts with',
  contains: 'writes something that contains',
};

export const chat: WhenKind<z.infer<typeof schema>, EventMoment> = {
  kind: 'chat',
  schema,
  title: 'Someone writes in chat',
  group: 'Talking',
  triggers: () => ['chat'],
  // The first word of what is sought is the first word of what is found, but for "contains", and for a start that may end within a word.
  keys: ({ how, text }) => (how === 'keyword' || how === 'is' ? [firstWord(plain(text))] : null),
  make: () => ({ kind: 'chat', how: 'keyword', text: '!kiln' }),
  fires({ how, text }, moment) {
    if (moment.trigger !== 'chat' || moment.event.kind !== 'chat') return NEVER;
    const said = plain(moment.event.text);
    const sought = plain(text);
    const found =
      how === 'keyword'
        ? firstWord(said) === sought
        : how === 'is'
          ? said === sought
          : how === 'starts'
            ? said.startsWith(sought)
            : said.includes(sought);
    if (!found) return NEVER;
    const message =
      how === 'keyword'
        ? moment.event.text.trim().slice(firstWord(moment.event.text.trim()).length).trim()
        : moment.event.text;
    return [viewerValues(moment, { message, total: moment.tally?.chats ?? 1 })];
  },
  sample: ({ text }) => ({ ...SAMPLE_VIEWER, message: text === '' ? 'hello' : text, total: 1 }),
  sentence: ({ how, text }) => [
    { text: 'someone ' },
    { text: WORDS[how], field: 'how' },
    { text: ' ' },
    { text: text === '' ? '(anything)' : `“${text}”`, field: 'text' },
  ],
  settings: [
    {
      field: 'how',
      label: 'The message',
      setting: 'choice',
      options: [
        { value: 'keyword', label: 'Begins with a keyword' },
        { value: 'is', label: 'Is exactly' },
        { value: 'starts', label: 'Starts with' },
        { value: 'contains', label: 'Contains' },
      ],
    },
    { field: 'text', label: 'Text', setting: 'text', most: 200, placeholder: '!kiln' },
  ],
  problem: ({ how, text }) =>
    text.trim() === '' && how !== 'contains' && how !== 'starts'
      ? 'It waits for a message without words. Say which.'
      : how === 'keyword' && /\s/.test(text.trim())
        ? 'A keyword is one word: what a message begins with.'
        : null,
};
