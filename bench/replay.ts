import { fold } from '@/core/session/fold';
import { newState } from '@/core/session/state';
import { aChat, aFollow, aGift, aLike, START } from '@/core/event/examples';
import { readEventLine, writeEventLine } from '@/core/file/events';
import { newIntake, takeIn } from '@/core/intake/intake';
import { starterShow } from '@/core/show/starter';

const EVENTS = 1_000_000;
const VIEWERS = 20_000;
const SLICE = 20_000;

/** A million made-up events of 20,000 viewers, as lines: some eight hours. As in any crowd, a few viewers do most of it. */
function lines(): string[] {
  return Array.from({ length: EVENTS }, (_, n) => {
    const at = START + n * 30;
    const when = {
      id: `m${n}`,
      by: `viewer-${Math.floor(VIEWERS ** (((n * 7919) % VIEWERS) / VIEWERS)) - 1}`,
      at,
      seenAt: at,
    };
    const kind = n % 10;
    const event =
      kind < 6
        ? aLike({ ...when, count: 1 + (n % 15) })
        : kind < 8
          ? aChat({ ...when, text: 'is that the celadon?' })
          : kind < 9
            ? aGift(when)
            : aFollow(when);
    return writeEventLine(event).trimEnd();
  });
}

/** Parse, validate, let in once and fold a million events, against JSON.parse of the same lines alone. */
export function benchReplay(): string[] {
  const log = lines();
  const parse = (part: string[]): number => {
    const started = performance.now();
    let kinds = 0;
    for (const line of part) kinds += (JSON.parse(line) as { kind: string }).kind.length;
    return kinds > 0 ? performance.now() - started : 0;
  };
  // By turns, a slice of each at a time: what else the machine does then falls on both alike.
  const round = (): { alone: number; whole: number } => {
    const state = newState(starterShow('bench'));
    const intake = newIntake();
    fold(state, { input: 'begin', at: START, session: 'bench' });
    const replay = (part: string[]): number => {
      const started = performance.now();
      for (const line of part) {
        const read = readEventLine(line);
        const kept = read.ok ? takeIn(intake, { event: read.event }) : null;
        if (kept) fold(state, { input: 'event', at: kept.seenAt, event: kept });
      }
      return performance.now() - started;
    };
    let alone = 0;
    let whole = 0;
    for (let from = 0; from < EVENTS; from += SLICE) {
      const part = log.slice(from, from + SLICE);
      alone += parse(part);
      whole += replay(part);
    }
    if (state.totals.events !== EVENTS) throw new Error(`Only ${state.totals.events} events were counted.`);
    return { alone, whole };
  };
  // Once to warm up; then the median of five.
  round();
  const rounds = [1, 2, 3, 4, 5].map(round).sort((a, b) => a.whole / a.alone - b.whole / b.alone);
  const { alone, whole } = rounds[2] ?? { alone: NaN, whole: NaN };
  return [
    `replay of ${EVENTS.toLocaleString('en')} events / JSON.parse of the same lines: ${(whole / alone).toFixed(2)}  (${Math.round(whole)} ms / ${Math.round(alone)} ms; aim 1.5 or less)`,
  ];
}
