import { mutate } from 'swr';
import { z } from 'zod';
import type { DeviceView, Right } from '@/core/home/device';
import { say } from '@/ui/words/say';
import { ask } from './api';
import { askShow } from './command';
import { dropShow } from './drop-show';
import { ownDeviceSchema } from './home-docs';
import { addHome, readIndex, removeShow, renewOwnKey, switchTo } from './library';
import { keysSchema } from './library-schema';
import { keepBeginning } from './beginning';
import { useOfHome } from './of-home';
import { randomKey } from './random-key';
import { fetchHome, reload } from './show-store';
import { untouchedStarter } from './untouched';

/* The devices that the open show is on. */

const LOOK_AGAIN_MS = 2000;

export const useDevices = () => useOfHome<DeviceView>('devices', LOOK_AGAIN_MS);

export interface Invitation {
  code: string;
  /** It is good for so long from now, ms. */
  ms: number;
}
export const invite = (right: Right) => askShow<Invitation>('POST', '/devices/codes', { body: { right } });

/** A new recovery sheet, in place of the one before. */
export async function makeSheet() {
  const made = await askShow<{ code: string }>('POST', '/devices/sheet');
  again();
  return made;
}

const again = (): void => void mutate((key) => Array.isArray(key) && key[0] === 'devices');

/** Gives a device another name or right; @returns why not, or null */
export async function changeDevice(id: string, change: { name?: string; right?: Right }): Promise<string | null> {
  const answer = await askShow('PUT', `/devices/${encodeURIComponent(id)}`, { body: change });
  again();
  return answer.ok ? null : answer.reason;
}

/** Takes a device out; @returns why not, or null */
export async function removeDevice(id: string): Promise<string | null> {
  const answer = await askShow('DELETE', `/devices/${encodeURIComponent(id)}`);
  again();
  return answer.ok ? null : answer.reason;
}

/** Leaves the show on this device: it goes from this browser, and stays on the others. */
export async function leaveShow(id: string): Promise<void> {
  await removeShow(id);
  await reload();
}

const joinedSchema = z.object({ home: z.string(), device: ownDeviceSchema });

/** Adds this browser to a show by a code, and opens the show; @returns why not, or what the device may do */
export async function join(
  code: string,
  name: string,
): Promise<{ ok: true; right: Right } | { ok: false; reason: string }> {
  const key = randomKey();
  const answer = await ask<unknown>('POST', '/api/join', { body: { code, name, key } });
  if (!answer.ok) return answer;
  const { home, device } = joinedSchema.parse(answer.value);
  const known = (await readIndex())?.shows.some(({ id }) => id === home) === true;
  if (known) {
    // It was one of its devices before: what it has changed since goes out now.
    await renewOwnKey(home, key, device);
    await switchTo(home);
  } else {
    const fetched = await fetchHome(home, key);
    if (!fetched.ok)
      return {
        ok: false,
        reason: say('The device was added, but the show did not come: {why}', { why: fetched.reason }),
      };
    const untouched = await untouchedStarter();
    const keys = keysSchema.safeParse({ desk: key, ...fetched.keys }).data ?? { desk: key, outlets: {}, feeds: {} };
    await addHome(fetched.show, keys, device);
    // Whoever comes to a show that is made is not asked how one is to be.
    await keepBeginning(home, { at: 'over', done: [] });
    if (untouched) await dropShow(untouched);
    await switchTo(home);
  }
  await reload();
  return { ok: true, right: device.right };
}
