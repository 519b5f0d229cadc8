import { z } from 'zod';
import type { Doer } from '@/core/engine/kernel/cause';
import type { PointsShow } from './schema';
import { NEVER, SAMPLE_VIEWER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';

/** A viewer has bought a perk with points. */
const schema = z.object({ kind: z.literal('perk'), perk: z.string().max(100) });

/** A viewer has bought a perk. */
export interface PerkMoment extends OwnMoment {
  by: Doer;
  perk: string;
  message: string;
}

export const perk: WhenKind<z.infer<typeof schema>, PerkMoment, PointsShow> = {
  kind: 'perk',
  schema,
  title: phrase('Someone buys a perk'),
  group: phrase('Points'),
  triggers: () => ['perk'],
  make: ({ points }) => ({ kind: 'perk', perk: points.perks[0]?.id ?? '' }),
  fires: ({ perk: id }, moment) =>
    id === '' || moment.perk === id
      ? [{ viewer: moment.by.name, handle: moment.by.handle, message: moment.message }]
      : NEVER,
  sample: () => ({ ...SAMPLE_VIEWER, message: 'cobalt, please' }),
  sentence: ({ perk: id }, { points }) =>
    phrase('someone buys <set-perk>{which}</set-perk>', {
      which:
        id === ''
          ? phrase('any perk')
          : (points.perks.find((each) => each.id === id)?.name ?? phrase('a perk that is gone')),
    }),
  ofSomeone: true,
  settings: [{ field: 'perk', label: phrase('Perk'), setting: 'one', of: 'perks', any: phrase('Any perk') }],
  problem: ({ perk: id }, { points }) => {
    if (!points.on) return phrase('Viewers earn no points in this show. Switch them on under Points.');
    if (points.perks.length === 0) return phrase('There is no perk in this show.');
    return id === '' || points.perks.some((each) => each.id === id)
      ? null
      : phrase('Its perk is gone. Choose another one.');
  },
};
