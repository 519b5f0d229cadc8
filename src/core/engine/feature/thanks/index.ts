import { z } from 'zod';
import type { CommandKind, Feature, Host } from '@/core/engine/kernel/feature';
import { valuesByKey } from '@/core/engine/kernel/kept';
import { compareOwed, GIVING_KINDS, isGiving, owedAfter, owedKey, owedTogether, type Owed } from './owed';

/* To thank: who gave, subscribed or raided, and has not been thanked aloud yet. */

export interface ThanksSlice {
  /** By the giver's key. */
  owed: Map<string, Owed>;
  /** Those for whom there was no room, and what they gave. */
  owedBeyond: { count: number; worth: number };
  /** What the streamer has thanked for last, newest last: a press by mistake can be taken back. */
  thanked: Owed[];
}
export type ThanksHost = Host<object, ThanksSlice>;

/** So many wait at most: beyond, those who gave least are only counted. Nobody says more names in an evening. */
export const MOST_OWED = 2000;
/** So many can be taken back. */
const MOST_THANKED = 20;

const key = z.string().min(1).max(420);

/** `last`: what the streamer saw when they pressed; who has given more since stays. */
const thankSchema = z.object({ command: z.literal('thank'), giver: key, last: z.number().int().min(0) });
const thank: CommandKind<z.infer<typeof thankSchema>, ThanksHost> = {
  command: 'thank',
  schema: thankSchema,
  run({ owed, thanked }, { giver, last }) {
    const entry = owed.get(giver);
    if (!entry || entry.last > last) return;
    owed.delete(giver);
    thanked.push(entry);
    if (thanked.length > MOST_THANKED) thanked.shift();
  },
};

/** Takes a thank-you back. */
const unthankSchema = z.object({ command: z.literal('unthank'), giver: key });
const unthank: CommandKind<z.infer<typeof unthankSchema>, ThanksHost> = {
  command: 'unthank',
  schema: unthankSchema,
  run({ owed, thanked }, { giver }) {
    const at = thanked.findLastIndex((each) => each.key === giver);
    const entry = thanked[at];
    if (!entry) return;
    thanked.splice(at, 1);
    const since = owed.get(giver);
    owed.set(giver, since ? owedTogether(entry, since) : entry);
  },
};

/** Makes room: those who gave least are only counted from now on. A tenth at a time, since finding them means looking at all. */
function makeRoom(state: ThanksHost): void {
  if (state.owed.size <= MOST_OWED) return;
  const least = [...state.owed.values()].sort(compareOwed).slice(MOST_OWED * 0.9);
  for (const { key: giver, worth } of least) {
    state.owed.delete(giver);
    state.owedBeyond.count += 1;
    state.owedBeyond.worth += worth;
  }
}

const number = z.number();
const owedSchema = z.object({
  key: z.string(),
  feed: z.string(),
  viewer: z.string(),
  name: z.string(),
  kind: z.enum(GIVING_KINDS),
  gifts: z.array(z.object({ name: z.string(), count: number })),
  coins: number,
  tips: z.array(z.object({ currency: z.string(), amount: number })),
  months: number,
  giftSubs: number,
  raiders: number,
  worth: number,
  since: number,
  last: number,
});

/** Absent in what earlier versions have saved. */
interface Saved {
  thanks?: { owed: Owed[]; beyond: ThanksSlice['owedBeyond']; thanked: Owed[] } | undefined;
}

export const thanks = {
  name: 'thanks',
  create: (): ThanksSlice => ({ owed: new Map(), owedBeyond: { count: 0, worth: 0 }, thanked: [] }),
  saved: {
    thanks: z
      .object({
        owed: z.array(owedSchema),
        beyond: z.object({ count: number, worth: number }),
        thanked: z.array(owedSchema),
      })
      .optional(),
  },
  serialize: ({ owed, owedBeyond, thanked }): Saved =>
    owed.size + owedBeyond.count + thanked.length === 0
      ? {}
      : {
          thanks: {
            owed: valuesByKey(owed),
            beyond: { ...owedBeyond },
            thanked: [...thanked],
          },
        },
  deserialize: ({ thanks: saved }: Saved): ThanksSlice => ({
    owed: new Map(saved?.owed.map((each) => [each.key, each])),
    owedBeyond: saved?.beyond ?? { count: 0, worth: 0 },
    thanked: saved?.thanked ?? [],
  }),
  listens: () => ({ record: [...GIVING_KINDS] }),
  record(state, event, { worth }) {
    if (!isGiving(event)) return;
    const giver = owedKey(event);
    state.owed.set(giver, owedAfter(state.owed.get(giver), event, { now: state.now, worth }));
    makeRoom(state);
  },
  commands: [thank, unthank],
} satisfies Feature<object, ThanksSlice>;
