import { z } from 'zod';
import type { CommandKind, Feature, Host, NumberName } from './feature';
import { pushKept } from '@/core/event/kept';
import { addToNumber, valueOf } from './number';

/* Changes by hand: what the streamer adds to a number, with a trace by which it can be taken back. */

const changeSchema = z.object({
  id: z.string(),
  at: z.number(),
  number: z.string(),
  /** What it was, and what it became; seconds for a countdown. */
  from: z.number(),
  to: z.number(),
  undone: z.boolean(),
  /** The viewer who did it by a keyword; absent: the streamer. */
  by: z.string().optional(),
});
export type HandChange = z.infer<typeof changeSchema>;

export interface HandSlice {
  /** Newest last, and how many there have been. */
  hand: HandChange[];
  hands: number;
}
type HandHost = Host<object, HandSlice>;

/** So many changes by hand are kept. */
const KEPT = 100;

/** Changes a number by hand, and keeps a trace of it. The trace says what was asked for; a bound may have let less through. */
export function changeByHand(state: HandHost, number: NumberName, by: number, who?: string): void {
  const from = valueOf(state, number);
  if (from === null || by === 0) return;
  const to = addToNumber(state, number, by, 'hand');
  state.hands += 1;
  const change = { id: `h${state.hands}`, at: state.now, number, from, to: to ?? from, undone: false };
  pushKept(state.hand, who === undefined ? change : { ...change, by: who }, KEPT);
}

const name = z.string().min(1).max(420);
const amount = z.number().int().min(-1e9).max(1e9);

/** Adds to a number by hand: seconds for a countdown. */
const nudgeSchema = z.object({ command: z.literal('nudge'), number: name, by: amount });
const nudge: CommandKind<z.infer<typeof nudgeSchema>, HandHost> = {
  command: 'nudge',
  schema: nudgeSchema,
  run: (state, { number, by }) => changeByHand(state, number, by),
};

/** Sets a number by hand. */
const setSchema = z.object({ command: z.literal('set'), number: name, to: amount });
const set: CommandKind<z.infer<typeof setSchema>, HandHost> = {
  command: 'set',
  schema: setSchema,
  run: (state, { number, to }) => changeByHand(state, number, to - (valueOf(state, number) ?? to)),
};

/** Takes a change by hand back: what has been counted since stays. */
const takeBackSchema = z.object({ command: z.literal('takeBack'), change: z.string().min(1).max(300) });
const takeBack: CommandKind<z.infer<typeof takeBackSchema>, HandHost> = {
  command: 'takeBack',
  schema: takeBackSchema,
  run(state, { change }) {
    const made = state.hand.find(({ id }) => id === change);
    if (!made || made.undone) return;
    made.undone = true;
    addToNumber(state, made.number, made.from - made.to, 'hand');
  },
};

/** Brings a goal, a counter … back to how it begins. */
const resetSchema = z.object({
  command: z.literal('reset'),
  list: z.string().min(1).max(40),
  id: z.string().min(1).max(300),
});
const reset: CommandKind<z.infer<typeof resetSchema>, HandHost> = {
  command: 'reset',
  schema: resetSchema,
  run: (state, { list, id }) => state.kit.lists.get(list)?.reset?.(state, id),
};

export const hand = {
  name: 'hand',
  commands: [nudge, set, takeBack, reset],
  create: (): HandSlice => ({ hand: [], hands: 0 }),
  saved: { hand: z.array(changeSchema), hands: z.number() },
  serialize: ({ hand: changes, hands }) => ({ hand: changes, hands }),
  deserialize: (saved: HandSlice) => saved,
} satisfies Feature<object, HandSlice>;
