import { z } from 'zod';
import type { EventOf } from '@/core/event/event';
import { streamEventSchema } from '@/core/event/event';
import type { Emit } from '@/core/engine/kernel/effect';
import type { Feature, Host, InputKind } from '@/core/engine/kernel/feature';
import { entriesByKey } from '@/core/engine/kernel/kept';
import type { CueShow } from './cue';
import { cueEvent } from './fire';
import type { CueDerived, CueSlice } from './slice';

/* Streaks of gifts that still grow. */

/** A streak that is still growing, or has just ended: what the desk shows as one line. */
export interface OpenStreak {
  viewer: string;
  gift: string;
  count: number;
  at: number;
  /** Its latest step. */
  last: EventOf<'gift'>;
}

export interface StreakSlice {
  streaks: Map<string, OpenStreak>;
}
type StreakHost = Host<CueShow, CueSlice & StreakSlice, CueDerived>;

/** Brings a streak forward; @returns how it stands; null: the event belongs to none */
export function followStreak(
  state: Host<object, StreakSlice>,
  event: EventOf<'gift'>,
): { count: number; ended: boolean } | null {
  if (event.streakId === undefined) return null;
  const key = `${event.feed}/${event.streakId}`;
  const count = (state.streaks.get(key)?.count ?? 0) + event.count;
  const ended = !event.streakOpen;
  if (ended) state.streaks.delete(key);
  else {
    state.streaks.set(key, { viewer: event.viewer?.name ?? '', gift: event.name, count, at: state.now, last: event });
  }
  return { count, ended };
}

/** A streak that fell silent: it has ended without another gift. */
function endStreak(state: StreakHost, key: string, emit: Emit): void {
  const known = state.streaks.get(key);
  state.streaks.delete(key);
  if (!known) return;
  const event = { ...known.last, count: 0, streakOpen: false };
  const own = event.viewer ? state.viewers.get(event.feed, event.viewer.id) : undefined;
  const moment = {
    trigger: 'gift' as const,
    event,
    now: state.now,
    tally: own ? state.derived.people.tallyOf(own) : null,
    totals: state.totals,
    worth: 0,
    currency: state.show.money.currency,
    language: state.show.language,
    streak: { count: known.count, ended: true },
    first: false,
  };
  cueEvent(state, state.derived.cues.for('gift', event.giftId), moment, emit);
}

const ended = z.object({
  input: z.literal('streakEnd'),
  at: z.number().int().min(0),
  feed: z.string().min(1).max(300),
  streak: z.string().max(500),
});
const streakEnd: InputKind<z.infer<typeof ended>, StreakHost> = {
  input: 'streakEnd',
  schema: ended,
  run: (state, { feed, streak: id }, emit) => endStreak(state, `${feed}/${id}`, emit),
};

const giftSchema = streamEventSchema.options.find(
  (option) => option.shape.kind.value === 'gift',
) as (typeof streamEventSchema.options)[1];
const open = z.object({ viewer: z.string(), gift: z.string(), count: z.number(), at: z.number(), last: giftSchema });

export const streak = {
  name: 'streak',
  inputs: [streakEnd],
  create: (): StreakSlice => ({ streaks: new Map() }),
  saved: { streaks: z.array(z.tuple([z.string(), open])) },
  serialize: ({ streaks }) => ({ streaks: entriesByKey(streaks) }),
  deserialize: (saved: { streaks: [string, OpenStreak][] }) => ({ streaks: new Map(saved.streaks) }),
} satisfies Feature<CueShow, CueSlice & StreakSlice, CueDerived>;
