import type { Feature } from '@/core/engine/kernel/feature';
import { fire } from './fire';
import type { CueShow, SomeCue } from './cue';
import { memoryOf, type CueDerived, type CueHost, type CueSlice } from './slice';
import { clock as when, clockAt, clockPassed, type Clock } from './when/clock';

/* Cues that the clock sets off: every so many minutes of a session, or at a time of day. */

interface ClockDerived {
  clocks: { cue: SomeCue; clock: Clock }[];
}
type ClockHost = CueHost & { derived: ClockDerived };

const isClock = (form: { kind: string }): form is Clock => form.kind === 'clock';

/** When a clock is next due, ms; Infinity while no session is on. */
function dueOf({ session, memories, show }: ClockHost, { cue, clock }: ClockDerived['clocks'][number]): number {
  if (!session || session.endedAt !== null) return Infinity;
  return clockAt(clock, session.startedAt, memories.get(cue.id)?.ticks ?? 0, show.zone);
}

/** All clocks have been up to `at`: what has passed is not made up for. */
function set(state: ClockHost, at: number): void {
  const { session, derived } = state;
  if (!session) return;
  for (const { cue, clock } of derived.clocks)
    memoryOf(state, cue.id).ticks = clockPassed(clock, session.startedAt, at);
}

export const clock = {
  name: 'clock',
  whens: [when],
  derive(state): ClockDerived {
    const clocks: ClockDerived['clocks'] = [];
    for (const cue of state.derived.cuesById.values())
      if (cue.on && isClock(cue.when)) clocks.push({ cue, clock: cue.when });
    return { clocks };
  },
  // A clock that is made or changed in the middle of a session does not make up for what has passed.
  follow: (state) => set(state, state.now),
  isTimed: ({ cues }) => cues.some(({ on, when: form }) => on && isClock(form)),
  due(state) {
    let next = Infinity;
    for (const each of state.derived.clocks) next = Math.min(next, dueOf(state, each));
    return next;
  },
  fall(state, at, emit) {
    for (const each of state.derived.clocks) {
      if (dueOf(state, each) !== at) continue;
      const { cue, clock: form } = each;
      const memory = memoryOf(state, cue.id);
      memory.ticks = clockPassed(form, state.session?.startedAt ?? 0, at);
      state.doing.cue = cue.id;
      fire(state, cue, { memory, values: {}, moment: { trigger: 'clock', now: at } }, emit);
      state.doing.cue = null;
    }
  },
  skip: set,
} satisfies Feature<CueShow, CueSlice, CueDerived & ClockDerived>;
