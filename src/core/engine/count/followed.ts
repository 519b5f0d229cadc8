import { viewerKey } from '@/core/event/viewer-key';
import type { Past } from './past';
import { inRow } from './row';

/** When a viewer last followed in an earlier session: the beginning of that day, ms UTC; null: not as far as is known. */
export function followedBefore(past: Past, feed: string, viewer: string): number | null {
  const known = past.viewers.get(viewerKey(feed, viewer));
  const days = known?.days.filter(([, ...row]) => inRow(row, 'follows') > 0) ?? [];
  return days.length === 0 ? null : beginning(Math.max(...days.map(([day = 0]) => day)));
}

/** The beginning of a day (YYYYMMDD), as if it were UTC's: near enough to count days by. */
const beginning = (day: number): number =>
  Date.UTC(Math.floor(day / 10_000), (Math.floor(day / 100) % 100) - 1, day % 100);
