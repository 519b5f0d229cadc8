import { z } from 'zod';
import { whole } from '@/core/event/whole';
import type { CueShow } from '@/core/engine/cue/cue';
import { cueMoment } from '@/core/engine/cue/fire';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { Feature, Host, NumberKind, ListKind } from '@/core/engine/kernel/feature';
import { changeByHand, type HandSlice } from '@/core/engine/kernel/hand';
import { entriesByKey } from '@/core/engine/kernel/kept';
import { later, recount } from '@/core/engine/kernel/state';
import { plain } from '@/core/words/plain';
import { counted, counterSchema, mayRaise, type CounterShow, type Counter } from './schema';
import { counter as when, type CounterMoment } from './when';
import { phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

/* Counters: numbers of the streamer's own. */

export interface CounterSlice {
  counters: Map<string, number>;
}
type CounterHost = Host<CounterShow & CueShow, CounterSlice & CueSlice & HandSlice, CueDerived>;

const startOf = ({ show }: CounterHost, id: string): number | null =>
  show.counters.find((each) => each.id === id)?.start ?? null;

const number: NumberKind<CounterShow, CounterHost> = {
  kind: 'counter',
  offered: 2,
  list: ({ counters }) => counters.map(({ id, name }) => ({ number: `counter/${id}`, name, of: 'counter' })),
  // Before it has been touched, it stands at its start.
  value: (state, id) => state.counters.get(id) ?? startOf(state, id),
  add(state, id, by) {
    const before = state.counters.get(id);
    if (before === undefined) return null;
    const after = counted(before, by);
    state.counters.set(id, after);
    later(state, (emit) => {
      recount(state, emit);
      if (before === after) return;
      const name = state.show.counters.find((each) => each.id === id)?.name ?? '';
      const moment: CounterMoment = { trigger: 'counter', now: state.now, counter: id, name, before, after };
      cueMoment(state, moment, emit);
    });
    return after;
  },
};

const list: ListKind<Counter, CounterHost> = {
  list: 'counters',
  kind: 'counter',
  title: phrase('Counter'),
  several: phrase('Counters'),
  most: 50,
  make: (id, language) => ({ id, name: proposed(language, 'Counter'), start: 0, step: 1, target: null }),
  reset(state, id) {
    changeByHand(state, `counter/${id}`, (startOf(state, id) ?? 0) - (state.counters.get(id) ?? 0));
  },
};

export const counter = {
  name: 'counter',
  list,
  part: { counters: z.array(counterSchema).max(list.most).default([]) },
  whens: [when],
  number,

  create: (): CounterSlice => ({ counters: new Map() }),
  saved: { counters: z.array(z.tuple([z.string(), z.number()])) },
  serialize: ({ counters }) => ({ counters: entriesByKey(counters) }),
  deserialize: ({ counters }: { counters: [string, number][] }) => ({ counters: new Map(counters) }),
  // Those that go on.
  carried: {
    counters: z
      .array(z.tuple([z.string().max(100), whole]))
      .max(50)
      .default([]),
  },
  carryOver: ({ show, counters }) => ({
    counters: show.counters
      .filter(({ keeps }) => keeps)
      .map(({ id, start }): [string, number] => [id, counters.get(id) ?? start]),
  }),
  takeOver(state, { counters }: { counters: [string, number][] }) {
    state.counters = new Map(counters);
  },
  giveBack(state, { counters }: { counters: [string, number][] }) {
    const since = state.counters;
    state.counters = new Map(counters);
    for (const [id, value] of since) if (!state.counters.has(id)) state.counters.set(id, value);
  },

  keywords: ({ counters }) => counters.map(({ keyword = '', name }) => ({ word: keyword, does: name })),
  // With the same trace as the streamer's own hand.
  answer(state, { viewer }, word) {
    if (!viewer) return;
    for (const { id, step, keyword, ...rest } of state.show.counters) {
      if (!keyword || plain(keyword) !== word || !mayRaise({ id, step, keyword, ...rest }, viewer.roles)) continue;
      changeByHand(state, `counter/${id}`, step, viewer.name);
    }
  },
  begin(state) {
    for (const { id, start, keeps } of state.show.counters) {
      state.counters.set(id, (keeps ? state.counters.get(id) : undefined) ?? start);
    }
  },
  follow({ show, counters }) {
    for (const id of counters.keys()) if (!show.counters.some((each) => each.id === id)) counters.delete(id);
    for (const { id, start } of show.counters) if (!counters.has(id)) counters.set(id, start);
  },
} satisfies Feature<CounterShow & CueShow, CounterSlice & CueSlice & HandSlice, CueDerived>;
