import type { Response } from 'express';

/** Answers with a problem document (RFC 9457): `type` and `title` name the sort of problem, `detail` this one; `more` are members of its own (section 3.2). */
export function problem(
  res: Response,
  status: number,
  { title, detail }: { title: string; detail: string },
  more: object = {},
): void {
  res
    .status(status)
    .type('application/problem+json')
    .send(JSON.stringify({ type: 'about:blank', title, status, detail, ...more }));
}
