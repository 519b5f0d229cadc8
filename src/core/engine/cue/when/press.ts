import { z } from 'zod';
import { NEVER, type WhenKind } from './when';

const schema = z.object({ kind: z.literal('press'), name: z.string().min(1).max(40) });

export const press: WhenKind<'press', typeof schema> = {
  kind: 'press',
  schema,
  title: 'You press a button on the desk',
  group: 'The show',
  triggers: () => ['press'],
  make: () => ({ kind: 'press', name: 'Applause' }),
  fires: (_when, moment) => (moment.trigger === 'press' ? [{}] : NEVER),
  sample: () => ({}),
  sentence: ({ name }) => [{ text: 'you press ' }, { text: `“${name}”`, field: 'name' }, { text: ' on the desk' }],
  settings: [{ field: 'name', label: 'What the button says', setting: 'text', most: 40 }],
};
