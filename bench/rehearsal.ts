import { readFileSync } from 'node:fs';
import { crowdEvents } from '@/core/rehearsal/events';
import { report } from '@/core/rehearsal/report';
import { fold } from '@/core/session/fold';
import { newState } from '@/core/session/state';
import { readShow } from '@/core/show/file';

const TIMES = 5;

/** A busy hour on the demo show, with all that a report says; beside the same events replayed through the engine alone. */
export function benchRehearsal(): string[] {
  const read = readShow(readFileSync('demo/kiln-hours.json', 'utf8'));
  if (!read.ok) throw new Error('The demo show cannot be read.');
  const { show } = read;
  const events = crowdEvents(show, { crowd: 'busy', seed: 1, size: 1, gifts: 1 });
  const replay = (): void => {
    const state = newState(show);
    fold(state, { input: 'begin', at: events[0]?.seenAt ?? 0, session: 'bench' }, () => undefined);
    for (const event of events) fold(state, { input: 'event', at: event.seenAt, event }, () => undefined);
  };
  const timed = (work: () => void): number => {
    const began = performance.now();
    work();
    return performance.now() - began;
  };
  const [reports, replays]: [number[], number[]] = [[], []];
  for (let n = 0; n < TIMES; n += 1) {
    reports.push(timed(() => void report(show, events, () => 1)));
    replays.push(timed(replay));
  }
  const median = (list: number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? NaN;
  return [
    `a busy hour rehearsed (${events.length.toLocaleString('en')} events): ${median(reports).toFixed(0)} ms`,
    `the same events replayed: ${median(replays).toFixed(0)} ms; ratio ${(median(reports) / median(replays)).toFixed(2)}`,
  ];
}
