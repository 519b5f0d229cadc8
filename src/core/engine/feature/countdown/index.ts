import { z } from 'zod';
import { EVENT_KINDS } from '@/core/event/kind';
import { wholeUnit } from '@/core/event/money';
import type { CueShow } from '@/core/engine/cue/cue';
import { cueMoment } from '@/core/engine/cue/fire';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { CommandKind, Feature, Host, NumberKind, ListKind } from '@/core/engine/kernel/feature';
import { valuesByKey } from '@/core/engine/kernel/kept';
import { isRunning } from '@/core/engine/kernel/state';
import {
  addByViewers,
  addedBy,
  addTime,
  countdownSchema,
  holdCountdown,
  leftOf,
  outlook,
  startCountdown,
  type CountdownShow,
  type CountdownState,
  type Countdown,
} from './schema';
import { countdown as when, type CountdownMoment } from './when';
import { phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

/* Countdowns: time that runs down while the session lasts, and that viewers add to. */

export interface CountdownSlice {
  countdowns: Map<string, CountdownState>;
}
type CountdownHost = Host<CountdownShow & CueShow, CountdownSlice & CueSlice, CueDerived>;

const number: NumberKind<CountdownShow, CountdownHost> = {
  kind: 'countdown',
  offered: 1,
  inSeconds: true,
  list: ({ countdowns }) => countdowns.map(({ id, name }) => ({ number: `countdown/${id}`, name, of: 'countdown' })),
  value(state, id) {
    const known = state.countdowns.get(id);
    return known ? Math.round(leftOf(known, state.now) / 1000) : null;
  },
  add(state, id, by, why) {
    const known = state.countdowns.get(id);
    const defined = state.show.countdowns.find((each) => each.id === id);
    if (!known || !defined) return null;
    // The streamer's own hand sets going again what was over for good.
    if (why === 'hand') delete known.over;
    addTime(defined, known, by * 1000, { now: state.now, runs: isRunning(state) });
    return Math.round(leftOf(known, state.now) / 1000);
  },
};

const id = z.string().min(1).max(300);

const pauseSchema = z.object({ command: z.literal('pause'), countdown: id, on: z.boolean() });
const pause: CommandKind<z.infer<typeof pauseSchema>, CountdownHost> = {
  command: 'pause',
  schema: pauseSchema,
  run(state, { countdown: which, on }) {
    const known = state.countdowns.get(which);
    if (known) holdCountdown(known, on, state.now);
  },
};

/** What viewers add counts several times, for a while; once: no more. */
const boostSchema = z.object({
  command: z.literal('boost'),
  countdown: id,
  times: z.number().int().min(1).max(10),
  seconds: z.number().int().min(1).max(86_400),
});
const boost: CommandKind<z.infer<typeof boostSchema>, CountdownHost> = {
  command: 'boost',
  schema: boostSchema,
  run(state, { countdown: which, times, seconds }) {
    const known = state.countdowns.get(which);
    if (!known) return;
    if (times === 1) delete known.boost;
    else known.boost = { times, until: state.now + seconds * 1000 };
  },
};

const ms = z.number();
const savedCountdown = z.object({
  id: z.string(),
  endsAt: ms.nullable(),
  left: ms,
  over: z.boolean().optional(),
  ran: z.boolean().optional(),
  boost: z.object({ times: z.number(), until: ms }).optional(),
  added: z.array(z.tuple([z.number(), ms])).optional(),
});

/** Those of a setup: new ones begin, those that are gone go. */
function start(state: CountdownHost): void {
  for (const each of state.show.countdowns) {
    if (!state.countdowns.has(each.id)) {
      state.countdowns.set(each.id, startCountdown(each, isRunning(state) ? state.now : null));
    }
  }
}

const isByClock = ({ show }: CountdownHost, id: string): boolean =>
  show.countdowns.some((each) => each.id === id && each.byClock === true);

const list: ListKind<Countdown, CountdownHost> = {
  list: 'countdowns',
  kind: 'countdown',
  title: phrase('Countdown'),
  several: phrase('Countdowns'),
  most: 20,
  make: (id, language) => ({ id, name: proposed(language, 'Time left'), seconds: 600, most: 0 }),
  reset(state, id) {
    const defined = state.show.countdowns.find((each) => each.id === id);
    if (defined) state.countdowns.set(id, startCountdown(defined, isRunning(state) ? state.now : null));
  },
};

export const countdown = {
  name: 'countdown',
  list,
  part: { countdowns: z.array(countdownSchema).max(list.most).default([]) },
  whens: [when],
  number,
  commands: [pause, boost],

  create: (): CountdownSlice => ({ countdowns: new Map() }),
  saved: { countdowns: z.array(savedCountdown) },
  serialize: ({ countdowns }) => ({ countdowns: valuesByKey(countdowns) }),
  deserialize: ({ countdowns }: { countdowns: CountdownState[] }) => ({
    countdowns: new Map(countdowns.map((each) => [each.id, each])),
  }),

  // What viewers do adds time to those that say so.
  listens: ({ countdowns }) => (countdowns.some(({ adds }) => adds) ? { react: EVENT_KINDS } : {}),
  react(state, event, { worth }) {
    const unit = wholeUnit(state.show.money.currency);
    for (const each of state.show.countdowns) {
      const known = each.adds && state.countdowns.get(each.id);
      if (!known || !each.adds) continue;
      const added = addedBy(each.adds, event, worth, unit);
      if (added > 0) addByViewers(each, known, added, { now: state.now, runs: isRunning(state) });
    }
  },
  begin: start,
  // Those that go by the clock, as they stand.
  carried: { countdowns: z.array(savedCountdown).max(list.most).optional() },
  carryOver(state) {
    const on = state.show.countdowns.filter(({ byClock }) => byClock).map(({ id: each }) => state.countdowns.get(each));
    const countdowns = on.filter((each) => each !== undefined);
    return countdowns.length > 0 ? { countdowns } : {};
  },
  takeOver(state, { countdowns = [] }: { countdowns?: CountdownState[] }) {
    for (const each of countdowns) if (isByClock(state, each.id)) state.countdowns.set(each.id, { ...each });
  },
  end(state) {
    for (const known of state.countdowns.values()) {
      if (known.endsAt === null || isByClock(state, known.id)) continue;
      holdCountdown(known, true, state.now);
      known.ran = true;
    }
  },
  resume(state) {
    for (const known of state.countdowns.values()) {
      if (known.ran) holdCountdown(known, false, state.now);
      delete known.ran;
    }
  },
  follow(state) {
    const { show, countdowns } = state;
    for (const known of countdowns.keys()) {
      if (!show.countdowns.some((each) => each.id === known)) countdowns.delete(known);
    }
    start(state);
  },
  isTimed: ({ countdowns }) => countdowns.length > 0,
  due({ countdowns }) {
    let next = Infinity;
    for (const { endsAt } of countdowns.values()) if (endsAt !== null) next = Math.min(next, endsAt);
    return next;
  },
  fall(state, at, emit) {
    for (const known of state.countdowns.values()) {
      if (known.endsAt !== at) continue;
      known.endsAt = null;
      known.left = 0;
      const defined = state.show.countdowns.find((each) => each.id === known.id);
      if (defined?.final) known.over = true;
      const moment: CountdownMoment = {
        trigger: 'countdown',
        now: state.now,
        countdown: known.id,
        name: defined?.name ?? '',
      };
      cueMoment(state, moment, emit);
    }
  },
  outlook({ countdowns, now, session }) {
    if (!session) return [];
    return [...countdowns.values()].flatMap((known): [string, number][] => {
      const at = outlook(known, now, session.startedAt);
      return at === null ? [] : [[`countdown/${known.id}`, at]];
    });
  },
} satisfies Feature<CountdownShow & CueShow, CountdownSlice & CueSlice, CueDerived>;
