import type { FinishedSession } from '@/core/desk/view';
import type { Dropped, ShowOwner } from '@/server/door/bus';
import type { KeptShow } from '@/server/door/shows';

/*
 * A finished session is on the server until each device that may do everything has it; or for a month, where the streamer wants that. After a month it is enough
 * that one has it: a device that lies in a drawer must not fill the disk.
 */

const MONTH_MS = 30 * 24 * 3_600_000;

const isOld = ({ endedAt }: FinishedSession): boolean => Date.now() - endedAt > MONTH_MS;

/** Those that a device does not have yet, or of which it has less than there is. What is kept no longer goes. Throws NotKept. */
export async function toTake(kept: KeptShow, owner: ShowOwner, device: string): Promise<FinishedSession[]> {
  await dropOld(kept, owner);
  const { taken = {} } = kept.stored;
  return (await owner.sessions()).filter(({ id, totals }) => taken[id]?.[device] !== totals.events);
}

/** Drops those of more than a month ago of which a device has all. */
async function dropOld(kept: KeptShow, owner: ShowOwner): Promise<void> {
  const { taken = {} } = kept.stored;
  const there = await owner.sessions();
  const old = there.filter((one) => isOld(one) && Object.values(taken[one.id] ?? {}).includes(one.totals.events));
  for (const { id, totals } of old) await owner.drop(id, totals.events);
  if (old.length > 0) keep(kept, taken, await owner.sessions());
}

/** Whether any device that may do everything has not got all of a session yet. */
const isWaitedFor = (
  devices: KeptShow['stored']['devices'],
  by: Readonly<Record<string, number>>,
  events?: number,
): boolean =>
  devices.some(
    ({ id, right, sheet }) =>
      right === 'everything' &&
      sheet === undefined &&
      (events === undefined ? by[id] === undefined : by[id] !== events),
  );

/** Those that every device has, and that are kept for the devices to come. */
export const spareOf = ({ stored: { devices, taken = {} } }: KeptShow): string[] =>
  Object.entries(taken).flatMap(([session, by]) => (isWaitedFor(devices, by) ? [] : [session]));

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
  const { devices, show, taken = {} } = kept.stored;
  const now = { ...taken[session], [device]: events };
  const waits = isWaitedFor(devices, now, one.totals.events);
  if (isOld(one) || (!waits && show.keepSessions !== 'month')) {
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
