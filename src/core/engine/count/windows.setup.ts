import { carryOverOf } from '@/core/session/carry-over';
import fc from 'fast-check';
import { DateTime } from 'luxon';
import type { StreamEvent } from '@/core/event/event';
import { leaderboard } from '@/core/piece/leaderboard';
import { emptyShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { sharedPlaces } from './leaderboard';
import { fold } from '@/core/session/fold';
import type { Goal } from '@/core/engine/feature/goal/schema';
import type { Input } from '@/core/session/input';
import { newState, type SessionState } from '@/core/session/state';
import type { Window } from './window';

/* Windows against a recount of the bare events, by Luxon's calendar. */

export const ZONE = 'Europe/Lisbon';
/** The clock goes back at 01:00 UTC on Sunday, 25 October 2026. */
export const SUNDAY = Date.UTC(2026, 9, 25, 1);
export const HOUR = 3_600_000;

export const WINDOWS: Record<string, Window> = {
  session: { over: 'session' },
  day: { over: 'day' },
  week: { over: 'week' },
  month: { over: 'month' },
  ever: { over: 'ever' },
  days: { over: 'days', from: '2026-10-24', days: 2 },
  since: { over: 'since', at: SUNDAY - 6 * HOUR },
};
export const goalOf = (id: string, window: Window, more: Partial<Goal> = {}): Goal => ({
  id,
  name: id,
  measure: 'coins',
  target: 1e9,
  onReach: { kind: 'stay' },
  window,
  ...more,
});
export const base = emptyShow('s', 'S');
export const show: Show = {
  ...base,
  zone: ZONE,
  goals: Object.entries(WINDOWS).map(([id, window]) => goalOf(id, window)),
  pieces: Object.entries(WINDOWS)
    .filter(([id]) => id !== 'since')
    .map(([id, window]) => ({ ...leaderboard.make(id, base), rows: 10, window })),
};

export const at = (hours: number) => ({ at: SUNDAY + hours * HOUR, seenAt: SUNDAY + hours * HOUR });
export const event = (e: StreamEvent): Input => ({ input: 'event', at: e.seenAt, event: e });

/** One session after another, each with what the last one left. */
export function sessions(
  of: Show,
  all: StreamEvent[][],
  cut: (state: SessionState) => SessionState = (state) => state,
): SessionState {
  let state = newState(of);
  for (const [n, events] of all.entries()) {
    const begins = events[0]?.seenAt ?? state.now;
    const lasting = structuredClone(carryOverOf(state));
    state = newState(of);
    fold(state, { input: 'begin', at: begins, session: `s${n}`, lasting });
    for (const each of events) {
      fold(state, structuredClone(event(each)));
      state = cut(state);
    }
  }
  return state;
}

/** Whether an event lies in a window as it is at `now`: by Luxon. */
export function lies(window: Window, e: StreamEvent, now: number, inSession: boolean): boolean {
  const [then, here] = [DateTime.fromMillis(e.at, { zone: ZONE }), DateTime.fromMillis(now, { zone: ZONE })];
  switch (window.over) {
    case 'session':
      return inSession;
    case 'ever':
      return true;
    case 'day':
    case 'week':
    case 'month':
      return then.hasSame(here, window.over);
    case 'days': {
      const from = DateTime.fromISO(window.from, { zone: ZONE });
      return then >= from && then < from.plus({ days: window.days });
    }
    case 'since':
      return e.at >= window.at;
  }
}

export const coins = (e: StreamEvent): number => (e.kind === 'gift' ? e.count * e.unitCoins : 0);

export function expectRecounted(state: SessionState, all: StreamEvent[][]): void {
  const flat = all.flatMap((events, n) => events.map((e) => ({ e, now: n === all.length - 1 })));
  for (const [id, window] of Object.entries(WINDOWS)) {
    const inside = flat.filter(({ e, now }) => lies(window, e, state.now, now)).map(({ e }) => e);
    expect([id, state.goals.get(id)?.value]).toEqual([id, inside.reduce((sum, e) => sum + coins(e), 0)]);
    if (id === 'since') continue;
    const sums = new Map<string, number>();
    for (const e of inside) if (e.viewer) sums.set(e.viewer.name, (sums.get(e.viewer.name) ?? 0) + coins(e));
    const values = [...sums.values()]
      .filter((n) => n > 0)
      .sort((a, b) => b - a)
      .slice(0, 10);
    const piece = show.pieces.find((each) => each.id === id);
    const live = piece?.kind === 'leaderboard' ? leaderboard.live(piece, state) : null;
    expect([id, live?.rows.map(({ value }) => value)]).toEqual([id, values]);
    for (const { name, value } of live?.rows ?? []) expect([id, name, sums.get(name)]).toEqual([id, name, value]);
    expect(sharedPlaces(values)[0] ?? 1).toBe(1);
  }
}

export const gift = fc.record({
  by: fc.constantFrom('ines', 'mirek', 'hana', 'aiko'),
  count: fc.integer({ min: 1, max: 9 }),
  late: fc.constantFrom(0, 0, 0, 0.2, 5, 30),
});
