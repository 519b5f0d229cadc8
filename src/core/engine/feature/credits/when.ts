import { z } from 'zod';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';
import { isCredits } from './slice';
import { phrase } from '@/core/words/phrase';

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
  title: phrase('Scrolling names have run through'),
  group: phrase('The show'),
  triggers: () => ['credits'],
  make: () => ({ kind: 'credits', piece: '' }),
  fires: (when, moment) => (when.piece === '' || when.piece === moment.piece ? [{ goal: moment.name }] : NEVER),
  sample: () => ({ goal: 'Thank you' }),
  sentence: (when, show) =>
    phrase('<set-piece>{which}</set-piece> have run through', {
      which:
        when.piece === ''
          ? phrase('any scrolling names')
          : (show.pieces.find(({ id }) => id === when.piece)?.name ?? phrase('names that are gone')),
    }),
  settings: [{ field: 'piece', label: phrase('Scrolling names'), setting: 'one', of: 'credits', any: phrase('Any') }],
  problem: (when, { pieces }) =>
    !pieces.some(isCredits)
      ? phrase('There are no scrolling names on the stage.')
      : when.piece !== '' && !pieces.some(({ id }) => id === when.piece)
        ? phrase('Its scrolling names are gone. Choose others.')
        : null,
};
