import { viewerKey } from '@/core/event/viewer-key';
import { joinDays, QUARTER_MS, type PastViewer } from '@/core/engine/count/past';
import { addRow, newRow, type Row } from '@/core/engine/count/row';
import { dayOf, type Day } from '@/core/engine/count/window';
import { carryOverOf, type CarryOver } from './carry-over';
import type { SessionState } from './state';

/*
 * Two shows of one streamer become one home: what sessions of the one have left comes to what is known in the other. Both may have followed the
 * same account at the same time, and then what happened is in both: of such a day the larger of two figures counts; otherwise they are added.
 */

/** A day on which both have counted in at least this share of the lesser one's quarters of an hour was the same stream, seen twice. */
const SAME = 0.5;

/** The days that both have counted side by side, and whether that is the rule of those that they have in common. */
interface SideBySide {
  days: ReadonlySet<Day>;
  mostly: boolean;
}

function sideBySide(mine: CarryOver, theirs: CarryOver, zone: string): SideBySide {
  const byDay = (quarters: CarryOver['quarters']): Map<Day, Set<number>> => {
    const days = new Map<Day, Set<number>>();
    for (const [n = 0] of quarters) {
      const day = dayOf(n * QUARTER_MS, zone);
      days.set(day, (days.get(day) ?? new Set()).add(n));
    }
    return days;
  };
  const [own, other] = [byDay(mine.quarters), byDay(theirs.quarters)];
  const common = [...other.keys()].filter((day) => own.has(day));
  const days = common.filter((day) => {
    const [a, b] = [own.get(day) ?? new Set(), other.get(day) ?? new Set()];
    const both = [...a].filter((n) => b.has(n)).length;
    return both >= SAME * Math.min(a.size, b.size);
  });
  return { days: new Set(days), mostly: days.length > 0 && days.length >= common.length / 2 };
}

/** What a row has more than another, and nothing where it has less. */
const moreThan = (row: Row, than: Row | undefined): Row =>
  newRow().map((_, n) => Math.max(0, (row[n] ?? 0) - (than?.[n] ?? 0)));

/** What is to be added, row by row: all of it, or what is more. */
function toBeAdded(
  theirs: readonly (readonly number[])[],
  mine: readonly (readonly number[])[],
  isTwice: (n: number) => boolean,
): [number, Row][] {
  const known = new Map(mine.map(([n = 0, ...row]) => [n, row]));
  return theirs.map(([n = 0, ...row]) => [n, isTwice(n) ? moreThan(row, known.get(n)) : row]);
}

function joinViewer(
  mine: PastViewer | undefined,
  past: PastViewer | undefined,
  come: PastViewer,
  { days }: SideBySide,
): PastViewer {
  const added = toBeAdded(come.days, mine?.days ?? [], (day) => days.has(day));
  const latest = mine && mine.lastAt >= come.lastAt ? mine : come;
  return {
    feed: come.feed,
    id: come.id,
    name: latest.name,
    handle: latest.handle,
    firstAt: Math.min(mine?.firstAt ?? come.firstAt, come.firstAt),
    lastAt: Math.max(mine?.lastAt ?? come.lastAt, come.lastAt),
    days: joinDays(past?.days ?? [], added),
  };
}

/** Which show comes: the id that it stood by itself with, and the one that it has in the home. */
export interface Joining {
  from: string;
  setup: string;
}

/**
 * Adds what sessions of another show have left; a show whose numbers have come already adds nothing. What is worked out of it has to be made
 * anew (`derive`).
 * @param carried its feeds are this show's (`withFeeds`)
 * @returns whether anything was added
 */
export function join(state: SessionState, carried: CarryOver, joining: Joining): boolean {
  if (state.joined.includes(joining.from)) return false;
  const { past, show, kit } = state;
  const mine = carryOverOf(state);
  const twice = sideBySide(mine, carried, show.zone);
  for (const [n, row] of toBeAdded(carried.quarters, mine.quarters, (n) =>
    twice.days.has(dayOf(n * QUARTER_MS, show.zone)),
  ))
    addRow(past.quarters.of(n * QUARTER_MS), row);
  const known = new Map(mine.viewers.map((viewer) => [viewerKey(viewer.feed, viewer.id), viewer]));
  for (const viewer of carried.viewers) {
    const key = viewerKey(viewer.feed, viewer.id);
    past.viewers.set(key, joinViewer(known.get(key), past.viewers.get(key), viewer, twice));
  }
  for (const feature of kit.features) feature.join?.(state, carried, { ...joining, twice: twice.mostly });
  return true;
}
