import { z } from 'zod';
import type { Emit } from '@/core/engine/kernel/effect';
import type { CommandKind, Feature, Kit, KernelState } from '@/core/engine/kernel/feature';

/*
 * A home has several shows, of which one is on. What the numbers of a show that is left had come to is put aside, and is there again when it
 * is put on once more: in the same session as it was, in another one as a new session leaves it.
 */

/** Those whose things belong to one show. */
const PUT_ASIDE = ['goal', 'counter', 'countdown', 'lantern', 'draw'] as const;
/** So many shows' numbers are kept; the one that was left longest ago goes. */
const MOST = 50;

const asideSchema = z.object({
  /** The session in which it was left; null: between two. */
  session: z.string().max(300).nullable(),
  slices: z.partialRecord(z.enum(PUT_ASIDE), z.json()),
});
type Aside = z.infer<typeof asideSchema>;
const asidesSchema = z.array(z.tuple([z.string().max(100), asideSchema])).max(MOST);

/** As many as a browser keeps. */
const joinedSchema = z.array(z.string().max(100)).max(1000);

interface SetupSlice {
  aside: Map<string, Aside>;
  /** Shows of before a home had several, whose numbers have come to these (session/join.ts). */
  joined: string[];
  /** It was said since the session began which show it is. */
  chosen: boolean;
}
type SetupHost = KernelState & SetupSlice;

/** @param slice what there is of a feature, as it is saved */
function putAside(state: SetupHost, setup: string, session: string | null, slice: (feature: Feature) => object): void {
  const slices = Object.fromEntries(
    PUT_ASIDE.map((name) => {
      const feature = state.kit.byName.get(name);
      return [name, z.json().parse((feature && slice(feature)) ?? {})];
    }),
  ) as Aside['slices'];
  state.aside.delete(setup);
  state.aside.set(setup, { session, slices });
  const [oldest] = state.aside.size > MOST ? state.aside.keys() : [];
  if (oldest !== undefined) state.aside.delete(oldest);
}

/** Whether anything of a feature is there in the next session: who has entered a draw is not. */
const lasts = (feature: Feature | undefined): boolean => feature?.carried !== undefined;

function lasting({ session, slices }: Aside, { byName }: Kit): Aside {
  const left = Object.entries(slices).filter(([name]) => lasts(byName.get(name)));
  return { session, slices: Object.fromEntries(left) };
}

function putBack(state: SetupHost, setup: string, emit: Emit): void {
  const aside = state.aside.get(setup);
  const same = aside?.session === (state.session?.id ?? null);
  state.aside.delete(setup);
  for (const name of PUT_ASIDE) {
    const feature = state.kit.byName.get(name);
    // It may be from another version, by way of a browser: then its numbers begin anew.
    const slice = z.object(feature?.saved ?? {}).safeParse(same || lasts(feature) ? aside?.slices[name] : null);
    const none = feature?.create?.(state.show) ?? {};
    Object.assign(state, slice.success ? (feature?.deserialize?.(slice.data, state.show) ?? none) : none);
    if (aside && !same) feature?.begin?.(state, emit);
  }
}

/** The show that is on is the right one: it is not asked any more in this session. */
const keepShow: CommandKind<{ command: 'keepShow' }, SetupHost> = {
  command: 'keepShow',
  schema: z.object({ command: z.literal('keepShow') }),
  run(state) {
    state.chosen = true;
  },
};

export const setup = {
  name: 'setup',
  part: { setup: z.string().min(1).max(100).optional() },

  commands: [keepShow],

  create: (): SetupSlice => ({ aside: new Map(), joined: [], chosen: false }),
  saved: { aside: asidesSchema.default([]), joined: joinedSchema.default([]), chosen: z.boolean().default(true) },
  serialize: ({ aside, joined, chosen }) => ({ aside: [...aside], joined, chosen }),
  deserialize: ({ aside, ...rest }: Omit<SetupSlice, 'aside'> & { aside: [string, Aside][] }) => ({
    ...rest,
    aside: new Map(aside),
  }),
  carried: { aside: asidesSchema.optional(), joined: joinedSchema.optional() },
  carryOver: ({ aside, joined, kit }) => ({
    ...(aside.size > 0 ? { aside: [...aside].map(([of, each]) => [of, lasting(each, kit)]) } : {}),
    ...(joined.length > 0 ? { joined } : {}),
  }),
  takeOver(state, { aside = [], joined = [] }: { aside?: [string, Aside][]; joined?: string[] }) {
    state.aside = new Map(aside);
    state.joined = joined;
  },
  // What another show's sessions left of its numbers waits until it is put on. What is carried of a feature is a part of what is saved of it.
  join(state, carried, { from, setup: comes }) {
    const lists = new Map(Object.entries(carried));
    const of = ({ carried: own = {} }: Feature): object =>
      Object.fromEntries(Object.keys(own).flatMap((name) => (lists.has(name) ? [[name, lists.get(name)]] : [])));
    putAside(state, comes, `joined/${from}`, of);
    state.joined = [...state.joined, from];
  },

  // Before the features themselves follow: what they have is of the show that is left.
  follow(state, before, emit: Emit) {
    const [left, comes] = [before.show.setup, state.show.setup];
    if (left === undefined || comes === undefined || left === comes) return;
    state.chosen = true;
    putAside(state, left, state.session?.id ?? null, (feature) => feature.serialize?.(state) ?? {});
    putBack(state, comes, emit);
  },
} satisfies Feature<object, SetupSlice>;
