import type { Show } from '@/core/show/show';
import { ask } from './api';
import { dropShow } from './drop-show';
import { addToHome } from './home-shows';
import { readLasting } from './lasting';
import { readIndex, readKeys, readStoredShow } from './library';
import type { LibraryIndex } from './library-schema';
import { mayEverything, readOwnDevice } from './home-docs';
import { moveSessions, readSessions } from './session-store';
import { showStore } from './show-store';

/*
 * Earlier, each show of a browser was by itself, with feeds and addresses of its own. Now a home has several. Those of before come into the home
 * that is open; one for which people and points are kept stays beside it, since a home has them once, and theirs would be lost.
 */

/** The other shows of this browser that stand by themselves. */
async function shownBeside(open: string): Promise<LibraryIndex['shows']> {
  return ((await readIndex())?.shows ?? []).filter(({ id }) => id !== open);
}

/** Whether nothing is known of anybody whom a show has seen: neither here nor on the server. */
async function knowsNobody(show: Show): Promise<boolean> {
  if (((await readLasting(show.id)) ?? '') !== '') return false;
  const { desk: key } = await readKeys(show);
  const answer = await ask<string>('GET', `/api/shows/${encodeURIComponent(show.id)}/lasting`, { key, text: true });
  return answer.ok ? answer.value.trim() === '' : answer.status === 404;
}

/** Puts a copy of a show that stands by itself into the home; it stays where it is. */
export async function copyIn(id: string): Promise<boolean> {
  const show = await readStoredShow(id);
  return show !== null && (await addToHome(show, { on: false })) !== null;
}

/** Brings all of those into the home that can come without a loss. */
export async function bringIn(): Promise<void> {
  const open = showStore.now();
  if (!open || !mayEverything(open.device)) return;
  for (const { id, apart } of await shownBeside(open.show.id)) {
    if (apart) continue;
    const [show, device] = [await readStoredShow(id), await readOwnDevice(id)];
    // A home that this device was added to is somebody's, and stays.
    if (!show || (device !== null && device.id !== 'first')) continue;
    if (!(await knowsNobody(show))) continue;
    if ((await addToHome(show, { on: false })) === null) continue;
    if ((await readSessions(id)).length > 0) await moveSessions(id, open.show.id);
    await dropShow(show);
    await showStore.relist();
  }
}
