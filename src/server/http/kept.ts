import type { Response } from 'express';
import type { Phrase, Sayable } from '@/core/words/phrase';
import { notKeptSays } from '@/server/door/not-kept';
import { problem } from '@/server/problem';

/**
 * Does what is to be kept; null, and answered, where the disk does not take it.
 * @param detail the sentence, with why not
 */
export function kept<T>(res: Response, work: () => T, detail: (says: Sayable) => Phrase): { done: T } | null {
  try {
    return { done: work() };
  } catch (error) {
    // Something that is not kept has its sentence; the rest is a fault of ours.
    const says = notKeptSays(error);
    if (says === null) throw error;
    problem(res, 507, { title: 'Not kept', detail: detail(says) });
    return null;
  }
}
