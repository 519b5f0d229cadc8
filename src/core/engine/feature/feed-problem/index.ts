import { z } from 'zod';
import { noteRejected, noteGap, noProblems, type FeedProblems } from '@/core/intake/problems';
import type { Feature, Host, InputKind } from '@/core/engine/kernel/feature';
import { entriesByKey } from '@/core/engine/kernel/kept';

/* What went wrong in each feed: messages that could not be read, and those that are missing. */

export interface FeedProblemSlice {
  problems: Map<string, FeedProblems>;
}
type FeedProblemHost = Host<object, FeedProblemSlice>;

/** A feed's, made when it is first asked for. */
export function problemsOf({ problems }: FeedProblemHost, feed: string): FeedProblems {
  let problem = problems.get(feed);
  if (!problem) {
    problem = noProblems();
    problems.set(feed, problem);
  }
  return problem;
}

const at = z.number().int().min(0);
const feed = z.string().min(1).max(300);
const position = z.string().max(200).optional();

const gapSchema = z.object({
  input: z.literal('gap'),
  at,
  feed,
  from: at.nullish(),
  lost: z.number().int().min(0).nullable(),
  position,
});
const gap: InputKind<z.infer<typeof gapSchema>, FeedProblemHost> = {
  input: 'gap',
  schema: gapSchema,
  run: (state, input) => noteGap(problemsOf(state, input.feed), input.from ?? null, input.at, input.lost),
};

const badSchema = z.object({
  input: z.literal('bad'),
  at,
  feed,
  reason: z.string().max(1000),
  text: z.string().max(5000),
  position,
});
const bad: InputKind<z.infer<typeof badSchema>, FeedProblemHost> = {
  input: 'bad',
  schema: badSchema,
  run: (state, input) => noteRejected(problemsOf(state, input.feed), input.at, input.reason, input.text),
};

const number = z.number();
const text = z.string();
const saved = z.object({
  badCount: number,
  bad: z.array(z.object({ at: number, reason: text, text })),
  lost: number,
  gaps: z.array(z.object({ from: number.nullable(), at: number, lost: number.nullable() })),
  duplicates: number,
});

export const feedProblem = {
  name: 'feedProblem',
  inputs: [gap, bad],
  create: (): FeedProblemSlice => ({ problems: new Map() }),
  // The name that snapshots have had from the first.
  saved: { troubles: z.array(z.tuple([text, saved])) },
  serialize: ({ problems }) => ({ troubles: entriesByKey(problems) }),
  deserialize: ({ troubles }: { troubles: [string, FeedProblems][] }) => ({ problems: new Map(troubles) }),
} satisfies Feature<object, FeedProblemSlice>;
