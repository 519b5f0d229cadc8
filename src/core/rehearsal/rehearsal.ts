import { nextDue } from '@/core/engine/kernel/due';
import type { Effect } from '@/core/engine/kernel/effect';
import { fold } from '@/core/session/fold';
import type { Alert } from '@/core/engine/alert/alert';
import { newState, type SessionState } from '@/core/session/state';
import { withoutIsolates } from '@/core/words/isolate';
import type { StreamEvent } from '@/core/event/event';
import type { Show } from '@/core/show/show';

/** What became of one alert. Times: ms after the session's beginning. */
export interface RehearsedAlert {
  cue: string;
  spotlight: string;
  text: string;
  /** Who was thanked by name. */
  names: readonly string[];
  askedAt: number;
  /** Null where it was not shown and became a line. */
  from: number | null;
  until: number | null;
  waitMs: number;
  /** How many others joined it. */
  joined: number;
  /** By how much it was shown more briefly than its cue says. */
  shortenedMs: number;
}

export interface Rehearsal {
  alerts: RehearsedAlert[];
  shown: number;
  joined: number;
  shortened: number;
  /** Those that became a line. */
  passed: number;
  meanWaitMs: number;
  longestWaitMs: number;
  /** Cues that were set off and held back, and why, with how often. */
  held: Record<string, Record<string, number>>;
}

interface Ended {
  alert: Alert;
  shown: boolean;
}

/** Sees the state after each input. */
export type Watch = (state: SessionState) => void;

/** Runs events through the real engine by their own clock, with the show as it is, and tells what became of every alert. */
export function rehearse(show: Show, events: Iterable<StreamEvent>, watch: Watch = () => undefined): Rehearsal {
  const state = newState(show);
  watch(state);
  const joined = new Map<string, number>();
  const ended: Ended[] = [];
  const held: Rehearsal['held'] = {};
  let start: number | null = null;
  const emit = (effect: Effect): void => {
    switch (effect.effect) {
      case 'alert':
        if (effect.joined) joined.set(effect.alert.id, (joined.get(effect.alert.id) ?? 0) + 1);
        break;
      case 'played':
        ended.push({ alert: effect.alert, shown: true });
        break;
      case 'passed':
        ended.push({ alert: { ...effect.alert }, shown: false });
        break;
      case 'held': {
        const reasons = (held[effect.cue] ??= {});
        reasons[effect.why] = (reasons[effect.why] ?? 0) + 1;
        break;
      }
      case 'goal':
      case 'post':
        break;
    }
  };
  for (const event of events) {
    if (start === null) {
      start = event.seenAt;
      fold(state, { input: 'begin', at: start, session: 'rehearsal' }, emit);
    }
    passTime(state, event.seenAt, { emit, watch });
    fold(state, { input: 'event', at: event.seenAt, event }, emit);
    watch(state);
  }
  fold(state, { input: 'end', at: state.now }, emit);
  passTime(state, Infinity, { emit, watch });
  const alerts = ended.map((each) => rehearsed(each, start ?? 0, joined));
  return { ...summed(alerts), held };
}

/** One alert, by how it came out; times from the beginning. */
const rehearsed = ({ alert, shown }: Ended, begun: number, joined: ReadonlyMap<string, number>): RehearsedAlert => ({
  cue: alert.cue,
  spotlight: alert.spotlight,
  text: withoutIsolates(alert.text),
  names: alert.names,
  askedAt: alert.at - begun,
  from: shown ? alert.from - begun : null,
  until: shown ? alert.until - begun : null,
  waitMs: shown ? alert.from - alert.at : 0,
  joined: joined.get(alert.id) ?? 0,
  shortenedMs: shown ? Math.max(0, alert.length - (alert.until - alert.from)) : 0,
});

/** What they come to all together. */
function summed(alerts: RehearsedAlert[]): Omit<Rehearsal, 'held'> {
  const waits = alerts.flatMap(({ from, waitMs }) => (from === null ? [] : [waitMs]));
  return {
    alerts,
    shown: waits.length,
    joined: alerts.reduce((sum, alert) => sum + alert.joined, 0),
    shortened: alerts.filter(({ shortenedMs }) => shortenedMs > 0).length,
    passed: alerts.length - waits.length,
    meanWaitMs: waits.length === 0 ? 0 : Math.round(waits.reduce((sum, wait) => sum + wait, 0) / waits.length),
    longestWaitMs: Math.max(0, ...waits),
  };
}

/** Lets time pass, with everything that happens by time alone at its own time. */
function passTime(
  state: SessionState,
  to: number,
  { emit, watch }: { emit: (effect: Effect) => void; watch: Watch },
): void {
  for (;;) {
    let next = nextDue(state);
    for (const queue of state.queues.values()) next = Math.min(next, queue.next(state.now));
    if (next > to || next === Infinity) return;
    fold(state, { input: 'tick', at: Math.max(next, state.now) }, emit);
    watch(state);
  }
}
