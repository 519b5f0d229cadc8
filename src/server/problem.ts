import type { Response } from 'express';
import { asKept, english, isPhrase, type Sayable } from '@/core/words/phrase';

/**
 * Answers with a problem document (RFC 9457): `type` and `title` name the sort of problem, `detail` this one, in English; `more` are members
 * of its own (section 3.2). One of them is `phrase`, from which the app says it in its own language.
 */
export function problem(
  res: Response,
  status: number,
  { title, detail }: { title: string; detail: Sayable },
  more: object = {},
): void {
  const phrase = isPhrase(detail) ? { phrase: asKept(detail) } : {};
  res
    .status(status)
    .type('application/problem+json')
    .send(JSON.stringify({ type: 'about:blank', title, status, detail: english(detail), ...phrase, ...more }));
}
