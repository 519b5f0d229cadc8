import { leftOf } from '@/core/engine/feature/countdown/schema';
import type { EventKind } from '@/core/event/kind';
import type { StreamEvent } from '@/core/event/event';
import type { SessionState } from '@/core/session/state';
import type { Show } from '@/core/show/show';
import { chatRead } from './chat-read';
import { coverage } from './coverage';
import { rehearse, type RehearsedAlert } from './rehearsal';
import { Listening, type SecondsOf } from './listening';

/** What a countdown would do. Times: ms after the beginning. */
export interface CountdownRun {
  name: string;
  /** When it would have run out; null: not within the rehearsal, and then `left` is what it holds at its end. */
  ranOutAt: number | null;
  left: number;
}

/** What a crowd comes to with a show as it is. Times: ms. */
export interface Report {
  events: number;
  lengthMs: number;
  shown: number;
  joined: number;
  shortened: number;
  passed: number;
  longestWaitMs: number;
  usualWaitMs: number;
  /** Alerts that began in the busiest minute, and on the whole a minute. */
  mostInAMinute: number;
  aMinute: number;
  /** How many gave; how many of them no alert that was shown has named, and the first of those. */
  gave: number;
  unthanked: number;
  names: string[];
  /** What they gave. */
  unthankedKinds: EventKind[];
  /** The longest wait of what was asked for in each minute; the share of the picture that pieces cover in it. */
  waits: number[];
  covered: number[];
  /** Seconds in which two sounds or more were heard at once, and how much louder than one its loudest second was, dB. */
  overlapS: number;
  loudestDb: number;
  /** The same as momentary loudness, LUFS: each sound is levelled to the show's target. */
  loudestLufs: number;
  /** Lines of chat that were gone before they could be read, of all that a chat on the frame showed; null: no piece shows chat. */
  unread: { gone: number; of: number } | null;
  /** Points that viewers have earned. */
  points: number;
  countdowns: CountdownRun[];
}

const MINUTE_MS = 60_000;
/** So many of those who were not thanked are told by name. */
const NAMED = 20;
const GAVE: ReadonlySet<StreamEvent['kind']> = new Set(['gift', 'tip', 'subscribe', 'giftSubs', 'raid']);

/**
 * Runs a crowd through the real engine by its own clock, and tells what viewers would have seen and heard.
 * @param secondsOf how long a sound is
 */
export function report(show: Show, events: readonly StreamEvent[], secondsOf: SecondsOf): Report {
  const [first] = events;
  const begun = first?.seenAt ?? 0;
  const lengthMs = (events.at(-1)?.seenAt ?? 0) - begun;
  const minutes = Math.max(1, Math.ceil((lengthMs + 1) / MINUTE_MS));
  const listening = new Listening(secondsOf);
  const ran = new Map<string, number>();
  /** Countdowns that have held something. */
  const held = new Set<string>();
  /** What it came to: the engine may make its state anew, so that the last one counts. */
  const last: { state: SessionState | null } = { state: null };
  const { alerts, shown, joined, shortened, passed, longestWaitMs } = rehearse(show, events, (now) => {
    last.state = now;
    listening.hear(now.heard);
    for (const countdown of now.countdowns.values()) {
      const { id } = countdown;
      const left = leftOf(countdown, now.now);
      if (left > 0) held.add(id);
      else if (held.has(id) && !ran.has(id)) ran.set(id, now.now - begun);
    }
  });
  const began = perMinute(minutes);
  for (const { from } of alerts) if (from !== null) at(began, from, 1);
  const { gave, unthanked, kinds } = thanks(events, alerts);
  return {
    events: events.length,
    lengthMs,
    shown,
    joined,
    shortened,
    passed,
    longestWaitMs,
    usualWaitMs: median(alerts.flatMap(({ from, waitMs }) => (from === null ? [] : [waitMs]))),
    mostInAMinute: Math.max(0, ...began),
    aMinute: shown / minutes,
    gave,
    unthanked: unthanked.length,
    names: unthanked.slice(0, NAMED),
    unthankedKinds: kinds,
    waits: waitsOf(alerts, minutes),
    covered: coverage(show, alerts, minutes),
    ...heardIn(listening, show),
    unread: chatRead(show, events),
    points: last.state ? earned(last.state) : 0,
    countdowns: show.countdowns.map(({ id, name }) => {
      const end = last.state?.countdowns.get(id);
      return { name, ranOutAt: ran.get(id) ?? null, left: end && last.state ? leftOf(end, last.state.now) : 0 };
    }),
  };
}

const heardIn = (listening: Listening, { sound }: Show): Pick<Report, 'overlapS' | 'loudestDb' | 'loudestLufs'> => {
  const sum = listening.sum();
  return { ...sum, loudestLufs: sound.target + sum.loudestDb };
};

const perMinute = (minutes: number): number[] => new Array<number>(minutes).fill(0);
/** Adds to the minute of a time; what comes after the last one is its. */
const at = (list: number[], ms: number, by: number): void => {
  const n = Math.min(list.length - 1, Math.floor(ms / MINUTE_MS));
  list[n] = (list[n] ?? 0) + by;
};

function waitsOf(alerts: readonly RehearsedAlert[], minutes: number): number[] {
  const waits = perMinute(minutes);
  for (const { askedAt, waitMs } of alerts) {
    const n = Math.min(minutes - 1, Math.floor(askedAt / MINUTE_MS));
    waits[n] = Math.max(waits[n] ?? 0, waitMs);
  }
  return waits;
}

const median = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;

/** By name, as an alert names people: each of a crowd has one of their own. */
function thanks(
  events: readonly StreamEvent[],
  alerts: readonly RehearsedAlert[],
): { gave: number; unthanked: string[]; kinds: EventKind[] } {
  const gave = new Map<string, EventKind>();
  for (const { kind, viewer } of events) if (viewer && GAVE.has(kind)) gave.set(viewer.name, kind);
  const named = new Set(alerts.flatMap(({ from, names }) => (from === null ? [] : names)));
  const unthanked = [...gave].filter(([name]) => !named.has(name));
  return {
    gave: gave.size,
    unthanked: unthanked.map(([name]) => name),
    kinds: [...new Set(unthanked.map(([, kind]) => kind))],
  };
}

const earned = ({ ledger }: SessionState): number =>
  [...ledger.accounts.values()].reduce((sum, account) => sum + account.earned, 0);
