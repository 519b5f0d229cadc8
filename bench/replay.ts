import { fold } from '@/core/engine/fold';
import { newState } from '@/core/engine/state';
import { aChat, aFollow, aGift, aLike, START } from '@/core/event/examples';
import { readEventLine, writeEventLine } from '@/core/file/events';
import { newIntake, takeIn } from '@/core/intake/intake';
import { starterShow } from '@/core/show/starter';

const EVENTS = 1_000_000;
const VIEWERS = 20_000;

/** A million made-up events of 20,000 viewers, as lines: some eight hours. As in any crowd, a few viewers do most of it. */
function lines(): string[] {
  return Array.from({ length: EVENTS }, (_, n) => {
    const at = START + n * 30;
    const when = { id: `m${n}`, by: `viewer-${Math.floor(VIEWERS ** (((n * 7919) % VIEWERS) / VIEWERS)) - 1}`, at, seenAt: at };
    const kind = n % 10;
    const event = kind < 6 ? aLike({ ...when, count: 1 + (n % 15) }) : kind < 8 ? aChat({ ...when, text: 'is that the celadon?' }) : kind < 9 ? aGift(when) : aFollow(when);
    return writeEventLine(event).trimEnd();
  });
}

/** Parse, validate, let in once and fold a million events, against JSON.parse of the same lines alone. */
export function benchReplay(): string[] {
  const log = lines();
  const parse = (): number => {
    const started = performance.now();
    let kinds = 0;
    for (const line of log) kinds += (JSON.parse(line) as { kind: string }).kind.length;
    return kinds > 0 ? performance.now() - started : 0;
  };
  const replay = (): number => {
    const started = performance.now();
    const state = newState(starterShow('bench'));
    const intake = newIntake();
    fold(state, { input: 'begin', at: START, session: 'bench' });
    for (const line of log) {
      const read = readEventLine(line);
      const kept = read.ok ? takeIn(intake, { event: read.event }) : null;
      if (kept) fold(state, { input: 'event', at: kept.seenAt, event: kept });
    }
    if (state.totals.events !== EVENTS) throw new Error(`Only ${state.totals.events} events were counted.`);
    return performance.now() - started;
  };
  // Each once to warm up; then by turns, and the best of three of each.
  parse();
  replay();
  const rounds = [1, 2, 3].map(() => ({ alone: parse(), whole: replay() }));
  const alone = Math.min(...rounds.map((round) => round.alone));
  const whole = Math.min(...rounds.map((round) => round.whole));
  return [`replay of ${EVENTS.toLocaleString('en')} events / JSON.parse of the same lines: ${(whole / alone).toFixed(2)}  (${Math.round(whole)} ms / ${Math.round(alone)} ms; aim 1.5 or less)`];
}
