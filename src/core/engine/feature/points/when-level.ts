import { z } from 'zod';
import { MOST_LEVEL } from './schema';
import type { Doer } from '@/core/engine/kernel/cause';
import type { PointsShow } from './schema';
import { NEVER, SAMPLE_VIEWER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';

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
  title: phrase('A viewer reaches a level'),
  group: phrase('Points'),
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
  sentence: ({ which, level: at }) =>
    which === 'each'
      ? phrase('a viewer reaches <set-which>another level</set-which>')
      : which === 'one'
        ? phrase('a viewer reaches <set-which>level</set-which> <set-level>{at}</set-level>', { at })
        : phrase('a viewer reaches <set-which>a level from</set-which> <set-level>{at}</set-level> on', { at }),
  ofSomeone: true,
  settings: [
    {
      field: 'which',
      label: phrase('Which levels'),
      setting: 'choice',
      options: [
        { value: 'each', label: phrase('Every one') },
        { value: 'one', label: phrase('A certain one') },
        { value: 'from', label: phrase('From one on') },
      ],
    },
    {
      field: 'level',
      label: phrase('Level'),
      setting: 'number',
      least: 2,
      most: MOST_LEVEL,
      hidden: ({ which }) => which === 'each',
    },
  ],
  problem: (_when, { points }) =>
    points.on ? null : phrase('Viewers earn no points in this show. Switch them on under Points.'),
};
