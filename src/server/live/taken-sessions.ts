import type { FinishedSession } from '@/core/desk/view';
import type { Dropped, ShowOwner } from '@/server/door/bus';
import type { KeptShow } from '@/server/door/shows';

/*
 * A finished session is on the server until each device that may do everything has it, or until a month after its end, if one has it at
 * least: a device that lies in a drawer must not fill the disk.
 */

const MONTH_MS = 30 * 24 * 3_600_000;

/** Those that a device does not have yet, or of which it has less than there is. */
export async function toTake(kept: KeptShow, owner: ShowOwner, device: string): Promise<FinishedSession[]> {
  const { taken = {} } = kept.stored;
  const sessions = await owner.sessions();
  return sessions.filter(({ id, totals }) => taken[id]?.[device] !== totals.events);
}

/** A device has a session, with so many events; it goes where nobody else waits for it. Throws NotKept. */
export async function took(
  kept: KeptShow,
  owner: ShowOwner,
  { device, session, events }: { device: string; session: string; events: number },
): Promise<Dropped> {
  const there = await owner.sessions();
  const one = there.find(({ id }) => id === session);
  if (!one) return owner.drop(session, events);
  if (one.totals.events > events) return 'more';
  const { devices, taken = {} } = kept.stored;
  const now = { ...taken[session], [device]: events };
  const waits = devices.some(
    ({ id, right, sheet }) => right === 'everything' && sheet === undefined && now[id] !== one.totals.events,
  );
  if (!waits || Date.now() - one.endedAt > MONTH_MS) {
    const dropped = await owner.drop(session, events);
    if (dropped === 'gone') keep(kept, { ...taken, [session]: {} }, there);
    return dropped;
  }
  keep(kept, { ...taken, [session]: now }, there);
  return 'gone';
}

/** Of sessions that are not there any more nothing is remembered. */
function keep(kept: KeptShow, taken: Record<string, Record<string, number>>, there: readonly FinishedSession[]): void {
  const known = there.flatMap(({ id }) => {
    const by = taken[id] ?? {};
    return Object.keys(by).length > 0 ? [[id, by] as const] : [];
  });
  kept.keep({ ...kept.stored, taken: Object.fromEntries(known) });
}
