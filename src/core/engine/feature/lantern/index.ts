import { z } from 'zod';
import { EVENT_KINDS } from '@/core/event/kind';
import type { CueShow } from '@/core/engine/cue/cue';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { Emit } from '@/core/engine/kernel/effect';
import type { Feature, ListKind } from '@/core/engine/kernel/feature';
import { entriesByKey } from '@/core/engine/kernel/kept';
import { letGo } from './let-go';
import { brighten, lanternSchema, lanternValue, type LanternShow, type LanternState, type Lantern } from './schema';
import type { LanternHost, LanternSlice } from './slice';
import { lantern as step } from './step';
import { lantern as when } from './when';
import { phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

/* Lanterns: they brighten with everything that viewers do, and let go when they are full. */

/** Lanterns by what was just counted; those that are full let go. */
function brightenAll(state: LanternHost, emit: Emit): void {
  for (const each of state.show.lanterns) {
    const known = state.lanterns.get(each.id);
    if (known && brighten(each, known, state.totals) > 0) letGo(state, each, known, emit);
  }
}

const list: ListKind<Lantern, LanternHost> = {
  list: 'lanterns',
  kind: 'lantern',
  title: phrase('Lantern'),
  several: phrase('Lanterns'),
  most: 20,
  make: (id, language) => ({ id, name: proposed(language, 'Lantern'), of: 'likes', every: 500 }),
  reset({ show, lanterns, totals }, id) {
    const found = show.lanterns.find((each) => each.id === id);
    if (found) lanterns.set(id, { base: lanternValue(found, totals), gone: 0 });
  },
};

export const lantern = {
  name: 'lantern',
  list,
  part: { lanterns: z.array(lanternSchema).max(list.most).default([]) },
  whens: [when],
  steps: [step],

  create: (): LanternSlice => ({ lanterns: new Map() }),
  saved: {
    lanterns: z.array(
      z.tuple([z.string(), z.object({ base: z.number(), gone: z.number(), at: z.number().optional() })]),
    ),
  },
  serialize: ({ lanterns }) => ({ lanterns: entriesByKey(lanterns) }),
  deserialize: ({ lanterns }: { lanterns: [string, LanternState][] }) => ({ lanterns: new Map(lanterns) }),

  listens: ({ lanterns }) => (lanterns.length > 0 ? { react: EVENT_KINDS } : {}),
  react: (state, _event, _counted, emit) => brightenAll(state, emit),
  begin({ show, lanterns }) {
    for (const { id } of show.lanterns) lanterns.set(id, { base: 0, gone: 0 });
  },
  follow({ show, lanterns, totals }) {
    for (const id of lanterns.keys()) if (!show.lanterns.some((each) => each.id === id)) lanterns.delete(id);
    // One that is new begins dark, whatever has been done before.
    for (const each of show.lanterns) {
      if (!lanterns.has(each.id)) lanterns.set(each.id, { base: lanternValue(each, totals), gone: 0 });
    }
  },
} satisfies Feature<LanternShow & CueShow, LanternSlice & CueSlice, CueDerived>;
