import { z } from 'zod';
import type { Emit } from '@/core/engine/kernel/effect';
import type { Feature, KernelState } from '@/core/engine/kernel/feature';

/*
 * A home has several shows, of which one is on. What the numbers of a show that is left had come to is put aside, and is there again when it
 * is put on once more: in the same session as it was, in another one as a new session leaves it.
 */

/** Those whose things belong to one show, and hold nothing of viewers. */
const PUT_ASIDE = ['goal', 'counter', 'countdown', 'lantern'] as const;
/** So many shows' numbers are kept; the one that was left longest ago goes. */
const MOST = 50;

const asideSchema = z.object({
  /** The session in which it was left; null: between two. */
  session: z.string().max(300).nullable(),
  slices: z.record(z.enum(PUT_ASIDE), z.json()),
});
type Aside = z.infer<typeof asideSchema>;
const asidesSchema = z.array(z.tuple([z.string().max(100), asideSchema])).max(MOST);

interface SetupSlice {
  aside: Map<string, Aside>;
}
type SetupHost = KernelState & SetupSlice;

function putAside(state: SetupHost, setup: string): void {
  const slices = Object.fromEntries(
    PUT_ASIDE.map((name) => [name, z.json().parse(state.kit.byName.get(name)?.serialize?.(state) ?? {})]),
  ) as Aside['slices'];
  state.aside.delete(setup);
  state.aside.set(setup, { session: state.session?.id ?? null, slices });
  const [oldest] = state.aside.size > MOST ? state.aside.keys() : [];
  if (oldest !== undefined) state.aside.delete(oldest);
}

function putBack(state: SetupHost, setup: string, emit: Emit): void {
  const aside = state.aside.get(setup);
  state.aside.delete(setup);
  for (const name of PUT_ASIDE) {
    const feature = state.kit.byName.get(name);
    // It may be from another version, by way of a browser: then its numbers begin anew.
    const slice = z.object(feature?.saved ?? {}).safeParse(aside?.slices[name]);
    const none = feature?.create?.(state.show) ?? {};
    Object.assign(state, slice.success ? (feature?.deserialize?.(slice.data, state.show) ?? none) : none);
    if (aside && aside.session !== (state.session?.id ?? null)) feature?.begin?.(state, emit);
  }
}

export const setup = {
  name: 'setup',
  part: { setup: z.string().min(1).max(100).optional() },

  create: (): SetupSlice => ({ aside: new Map() }),
  saved: { aside: asidesSchema.default([]) },
  serialize: ({ aside }) => ({ aside: [...aside] }),
  deserialize: ({ aside }: { aside: [string, Aside][] }) => ({ aside: new Map(aside) }),
  carried: { aside: asidesSchema.optional() },
  carryOver: ({ aside }) => (aside.size > 0 ? { aside: [...aside] } : {}),
  takeOver(state, { aside = [] }: { aside?: [string, Aside][] }) {
    state.aside = new Map(aside);
  },

  // Before the features themselves follow: what they have is of the show that is left.
  follow(state, before, emit: Emit) {
    const [left, comes] = [before.show.setup, state.show.setup];
    if (left === undefined || comes === undefined || left === comes) return;
    putAside(state, left);
    putBack(state, comes, emit);
  },
} satisfies Feature<object, SetupSlice>;
