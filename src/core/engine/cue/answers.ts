import { z } from 'zod';
import type { Range } from './range';
import type { Setting } from '@/core/engine/kernel/when';

/* Which cue answers where several are made for the same kind of event: the most specific one, and those that are told to answer all the same. */

/** `rest`: only what no other cue is made for. Absent: everything, as cues did before there was this choice. */
export const answersSchema = z.enum(['all', 'rest']).optional();

export const answersSetting: Setting = {
  field: 'answers',
  label: 'Where another cue is made for just this',
  setting: 'choice',
  options: [
    { value: 'rest', label: 'Leave it to that one' },
    { value: 'all', label: 'Answer all the same' },
  ],
  otherwise: 'all',
};

/** What stands behind "any gift" and the like. */
export const restWords = (answers: 'all' | 'rest' | undefined, rank: number): string =>
  answers === 'rest' && rank === 0 ? ' that has no cue of its own' : '';

export const isNarrow = ({ least, most }: Range): boolean => least !== null || most !== null;

/** Whether anything lies in both. */
export const overlaps = (a: Range, b: Range): boolean =>
  Math.max(a.least ?? -Infinity, b.least ?? -Infinity) <= Math.min(a.most ?? Infinity, b.most ?? Infinity);
