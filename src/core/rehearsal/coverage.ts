import type { Show } from '@/core/show/show';
import { coverOf } from '@/core/stage/boxes';
import { covers } from '@/core/stage/judge/finding';
import { piecesSeen } from '@/core/stage/seen';
import type { RehearsedAlert } from './rehearsal';

const MINUTE_MS = 60_000;

/**
 * The share of the picture that lies under pieces, minute by minute: what stands there always, and spotlights for as long as an alert plays. In the
 * first scene.
 */
export function coverage(show: Show, alerts: readonly RehearsedAlert[], minutes: number): number[] {
  const pieces = piecesSeen(show, { scene: show.scenes[0]?.id ?? '', hidden: new Set(), by: 'app' }).filter(covers);
  const always = pieces.filter(({ kind }) => kind !== 'spotlight').map(({ place }) => place);
  const base = coverOf(always, show.frame);
  const sums = new Array<number>(minutes).fill(base * MINUTE_MS);
  for (const spotlight of pieces.filter(({ kind }) => kind === 'spotlight')) {
    const more = coverOf([...always, spotlight.place], show.frame) - base;
    for (const { spotlight: id, from, until } of alerts) {
      if (id !== spotlight.id || from === null || until === null) continue;
      for (let at = from; at < until;) {
        const n = Math.min(minutes - 1, Math.floor(at / MINUTE_MS));
        const end = n === minutes - 1 ? until : Math.min(until, (n + 1) * MINUTE_MS);
        sums[n] = (sums[n] ?? 0) + more * (end - at);
        at = end;
      }
    }
  }
  return sums.map((sum) => Math.min(1, sum / MINUTE_MS));
}
