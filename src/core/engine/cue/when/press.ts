import { z } from 'zod';
import { type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

const schema = z.object({ kind: z.literal('press'), name: z.string().min(1).max(40) });

export const press: WhenKind<z.infer<typeof schema>, OwnMoment> = {
  kind: 'press',
  schema,
  title: phrase('You press a button on the desk'),
  group: phrase('The show'),
  triggers: () => ['press'],
  make: ({ language }) => ({ kind: 'press', name: proposed(language, 'Applause') }),
  fires: () => [{}],
  sample: () => ({}),
  sentence: ({ name }) => phrase('you press <set-name>“{name}”</set-name> on the desk', { name }),
  settings: [{ field: 'name', label: phrase('What the button says'), setting: 'text', most: 40 }],
};
