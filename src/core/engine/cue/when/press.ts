import { z } from 'zod';
import { type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

/** What tells buttons apart at a glance: shapes that no kind of event has, and colours of the interface. */
const PRESS_SHAPES = ['disc', 'star', 'cross', 'drop', 'arch', 'bolt', 'leaf', 'moon'] as const;
export type PressShape = (typeof PRESS_SHAPES)[number];
const PRESS_COLOURS = ['ink', 'marigold', 'lagoon', 'brick', 'mist'] as const;
export type PressColour = (typeof PRESS_COLOURS)[number];

const schema = z.object({
  kind: z.literal('press'),
  name: z.string().min(1).max(40),
  /** Absent: a disc, in the colour of text. */
  shape: z.enum(PRESS_SHAPES).optional(),
  colour: z.enum(PRESS_COLOURS).optional(),
});

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
  settings: [
    { field: 'name', label: phrase('What the button says'), setting: 'text', most: 40 },
    {
      field: 'shape',
      label: phrase('Its shape'),
      setting: 'choice',
      otherwise: 'disc',
      options: [
        { value: 'disc', label: phrase('Disc') },
        { value: 'star', label: phrase('Star') },
        { value: 'cross', label: phrase('Cross') },
        { value: 'drop', label: phrase('Drop') },
        { value: 'arch', label: phrase('Arch') },
        { value: 'bolt', label: phrase('Bolt') },
        { value: 'leaf', label: phrase('Leaf') },
        { value: 'moon', label: phrase('Moon') },
      ],
    },
    {
      field: 'colour',
      label: phrase('Its colour'),
      setting: 'choice',
      otherwise: 'ink',
      options: [
        { value: 'ink', label: phrase('As text') },
        { value: 'marigold', label: phrase('Yellow') },
        { value: 'lagoon', label: phrase('Green') },
        { value: 'brick', label: phrase('Red') },
        { value: 'mist', label: phrase('Blue') },
      ],
    },
  ],
};
