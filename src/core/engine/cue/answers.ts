import { z } from 'zod';
import type { Range } from './range';
import type { Setting } from '@/core/engine/kernel/when';
import { phrase, type Phrase } from '@/core/words/phrase';

/* Which cue answers where several are made for the same kind of event: the most specific one, and those that are told to answer all the same. */

/** `rest`: only what no other cue is made for. Absent: everything, as cues did before there was this choice. */
export const answersSchema = z.enum(['all', 'rest']).optional();

export const answersSetting: Setting = {
  field: 'answers',
  label: phrase('Where another cue is made for just this'),
  setting: 'choice',
  options: [
    { value: 'rest', label: phrase('Leave it to that one') },
    { value: 'all', label: phrase('Answer all the same') },
  ],
  otherwise: 'all',
};

/** Whether it is for what no other cue is made for. */
export const isRest = (answers: 'all' | 'rest' | undefined, rank: number): boolean => answers === 'rest' && rank === 0;

/** "any gift", and where it is for what no other cue is made for, with that. */
export const anyOf = (any: Phrase, answers: 'all' | 'rest' | undefined, rank: number): Phrase =>
  isRest(answers, rank) ? phrase('{any} that has no cue of its own', { any }) : any;

export const isNarrow = ({ least, most }: Range): boolean => least !== null || most !== null;

/** Whether anything lies in both. */
export const overlaps = (a: Range, b: Range): boolean =>
  Math.max(a.least ?? -Infinity, b.least ?? -Infinity) <= Math.min(a.most ?? Infinity, b.most ?? Infinity);
