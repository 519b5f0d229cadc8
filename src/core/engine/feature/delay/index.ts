import { z } from 'zod';
import type { CommandKind, Feature, Host } from '@/core/engine/kernel/feature';
import { delaysSchema, type DelayShow } from './schema';

/* How long it takes until viewers see the frame: marks that are shown for a moment, and numbers that viewers write back. */

/** A mark is shown for so long, ms; a number for longer, since it is read and typed. */
const MARK_MS = 700;
const NUMBER_MS = 15_000;
/** What is written so long after a number has gone is no answer to it any more. */
const ANSWER_MS = 60_000;

/** Something on the frame by which the delay is measured. Times: ms, the engine's clock. `number`: '' for a mark. */
export interface DelayMark {
  id: string;
  at: number;
  until: number;
  number: string;
}

export interface DelaySlice {
  delayMark: DelayMark | null;
  /** Where the number was written first, by feed, and when that was here. */
  delayAnswers: { feed: string; at: number }[];
}
export type DelayHost = Host<DelayShow, DelaySlice>;

/** @param after so long from now, ms: outlets have it before it is seen */
const markSchema = z.object({
  command: z.literal('mark'),
  after: z.number().int().min(0).max(10_000),
  number: z
    .string()
    .regex(/^\d{2,4}$/)
    .optional(),
});
const mark: CommandKind<z.infer<typeof markSchema>, DelayHost> = {
  command: 'mark',
  schema: markSchema,
  run(state, { after, number = '' }) {
    const at = state.now + after;
    state.delayMark = { id: `m${at}`, at, until: at + (number === '' ? MARK_MS : NUMBER_MS), number };
    state.delayAnswers = [];
  },
};

const unmarkSchema = z.object({ command: z.literal('unmark') });
const unmark: CommandKind<z.infer<typeof unmarkSchema>, DelayHost> = {
  command: 'unmark',
  schema: unmarkSchema,
  run(state) {
    state.delayMark = null;
  },
};

const number = z.number();
/** Absent in what earlier versions have saved. */
interface Saved {
  delayMark?: DelayMark | undefined;
  delayAnswers?: DelaySlice['delayAnswers'] | undefined;
}

export const delay = {
  name: 'delay',
  part: { delays: delaysSchema },
  create: (): DelaySlice => ({ delayMark: null, delayAnswers: [] }),
  saved: {
    delayMark: z.object({ id: z.string(), at: number, until: number, number: z.string() }).optional(),
    delayAnswers: z.array(z.object({ feed: z.string(), at: number })).optional(),
  },
  serialize: ({ delayMark, delayAnswers }): Saved => ({
    ...(delayMark ? { delayMark } : {}),
    ...(delayAnswers.length > 0 ? { delayAnswers } : {}),
  }),
  deserialize: ({ delayMark, delayAnswers = [] }: Saved): DelaySlice => ({
    delayMark: delayMark ?? null,
    delayAnswers,
  }),
  listens: () => ({ keep: ['chat'] }),
  keep({ delayMark, delayAnswers, now }, event) {
    if (event.kind !== 'chat' || !delayMark || delayMark.number === '' || now < delayMark.at) return;
    if (event.text.trim() !== delayMark.number || delayAnswers.some(({ feed }) => feed === event.feed)) return;
    delayAnswers.push({ feed: event.feed, at: now });
  },
  due: ({ delayMark }) => (delayMark ? delayMark.until + (delayMark.number === '' ? 0 : ANSWER_MS) : Infinity),
  fall(state: DelayHost) {
    state.delayMark = null;
  },
  commands: [mark, unmark],
} satisfies Feature<DelayShow, DelaySlice>;
