import { z } from 'zod';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';
import { isCredits } from './slice';

/** `piece`: the id of one; empty: any. */
const schema = z.object({ kind: z.literal('credits'), piece: z.string().max(100) });

/** Scrolling names have run through. */
export interface CreditsMoment extends OwnMoment {
  piece: string;
  name: string;
}

export const credits: WhenKind<z.infer<typeof schema>, CreditsMoment> = {
  kind: 'credits',
  schema,
  title: 'Scrolling names have run through',
  group: 'The show',
  triggers: () => ['credits'],
  make: () => ({ kind: 'credits', piece: '' }),
  fires: (when, moment) => (when.piece === '' || when.piece === moment.piece ? [{ goal: moment.name }] : NEVER),
  sample: () => ({ goal: 'Thank you' }),
  sentence: (when, { pieces }) => [
    {
      text:
        when.piece === ''
          ? 'any scrolling names'
          : (pieces.find(({ id }) => id === when.piece)?.name ?? 'names that are gone'),
      field: 'piece',
    },
    { text: ' have run through' },
  ],
  settings: [{ field: 'piece', label: 'Scrolling names', setting: 'one', of: 'credits', any: 'Any' }],
  problem: (when, { pieces }) =>
    !pieces.some(isCredits)
      ? 'There are no scrolling names on the stage.'
      : when.piece !== '' && !pieces.some(({ id }) => id === when.piece)
        ? 'Its scrolling names are gone. Choose others.'
        : null,
};
