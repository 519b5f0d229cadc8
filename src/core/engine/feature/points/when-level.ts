import { z } from 'zod';
import { MOST_LEVEL } from './schema';
import type { Doer } from '@/core/engine/kernel/cause';
import type { PointsShow } from './schema';
import { NEVER, SAMPLE_VIEWER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';

/** A viewer has earned enough points for another level. */
const schema = z.object({
  kind: z.literal('level'),
  which: z.enum(['each', 'one', 'from']),
  level: z.number().int().min(2).max(MOST_LEVEL),
});

/** A viewer has reached a level. */
export interface LevelMoment extends OwnMoment {
  by: Doer;
  level: number;
  points: number;
}

export const level: WhenKind<z.infer<typeof schema>, LevelMoment, PointsShow> = {
  kind: 'level',
  schema,
  title: 'A viewer reaches a level',
  group: 'Points',
  triggers: () => ['level'],
  make: () => ({ kind: 'level', which: 'each', level: 5 }),
  fires({ which, level: at }, moment) {
    const { level: reached, points, by } = moment;
    return which === 'each' || (which === 'one' ? reached === at : reached >= at)
      ? [{ viewer: by.name, handle: by.handle, level: reached, count: reached, points }]
      : NEVER;
  },
  sample: ({ which, level: at }) => ({
    ...SAMPLE_VIEWER,
    level: which === 'each' ? 2 : at,
    count: which === 'each' ? 2 : at,
    points: 120,
  }),
  sentence: ({ which, level: at }) => [
    { text: 'a viewer reaches ' },
    { text: which === 'each' ? 'another level' : which === 'one' ? 'level' : 'a level from', field: 'which' },
    ...(which === 'each'
      ? []
      : [{ text: ' ' }, { text: String(at), field: 'level' }, { text: which === 'from' ? ' on' : '' }]),
  ],
  ofSomeone: true,
  settings: [
    {
      field: 'which',
      label: 'Which levels',
      setting: 'choice',
      options: [
        { value: 'each', label: 'Every one' },
        { value: 'one', label: 'A certain one' },
        { value: 'from', label: 'From one on' },
      ],
    },
    {
      field: 'level',
      label: 'Level',
      setting: 'number',
      least: 2,
      most: MOST_LEVEL,
      hidden: ({ which }) => which === 'each',
    },
  ],
  problem: (_when, { points }) =>
    points.on ? null : 'Viewers earn no points in this show. Switch them on under Points.',
};
