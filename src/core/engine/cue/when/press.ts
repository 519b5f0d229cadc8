import { z } from 'zod';
import { type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';

const schema = z.object({ kind: z.literal('press'), name: z.string().min(1).max(40) });

export const press: WhenKind<z.infer<typeof schema>, OwnMoment> = {
  kind: 'press',
  schema,
  title: 'You press a button on the desk',
  group: 'The show',
  triggers: () => ['press'],
  make: () => ({ kind: 'press', name: 'Applause' }),
  fires: () => [{}],
  sample: () => ({}),
  sentence: ({ name }) => [{ text: 'you press ' }, { text: `“${name}”`, field: 'name' }, { text: ' on the desk' }],
  settings: [{ field: 'name', label: 'What the button says', setting: 'text', most: 40 }],
};
