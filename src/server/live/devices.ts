import { randomBytes } from 'node:crypto';
import { MOST_DEVICES, type Right } from '@/core/home/device';
import { phrase, type Sayable } from '@/core/words/phrase';
import type { Device } from '@/server/door/shows';
import { hashOf, sameKey } from './key';

/* The devices of a home. Each function returns the list as it is to be, or a sentence why not. */

export type Devices = readonly Device[];
export type ChangedDevices = { ok: true; devices: Device[] } | { ok: false; reason: Sayable };

/** The device that has a key. */
export const deviceOf = (devices: Devices, key: string): Device | null =>
  devices.find(({ hash, sheet }) => sheet === undefined && sameKey(key, hash)) ?? null;

/** "Tablet", then "Tablet 2": two of one name could not be told apart. */
function ownName(devices: Devices, name: string, id: string): string {
  const taken = new Set(devices.filter((device) => device.id !== id).map((device) => device.name));
  let own = name;
  for (let n = 2; taken.has(own); n += 1) own = `${name} ${n}`;
  return own;
}

export function newDevice(
  devices: Devices,
  key: string,
  name: string,
  { right, at }: { right: Right; at: number },
): Device {
  const id = devices.length === 0 ? 'first' : randomBytes(9).toString('base64url');
  return { id, name: ownName(devices, name, id), right, hash: hashOf(key), addedAt: at, seenAt: at };
}

export function addDevice(
  devices: Devices,
  key: string,
  name: string,
  given: { right: Right; at: number },
): ChangedDevices & { device?: Device } {
  if (devices.length >= MOST_DEVICES)
    return {
      ok: false,
      reason: phrase('There are {n} devices already, which is as many as there may be. Remove one first.', {
        n: MOST_DEVICES,
      }),
    };
  const device = newDevice(devices, key, name, given);
  return { ok: true, devices: [...devices, device], device };
}

const lastWithEverything = (devices: Devices, id: string): boolean =>
  !devices.some((device) => device.id !== id && device.right === 'everything' && device.sheet === undefined);

const LAST = phrase(
  'This is the last device that may do everything. Give another one every right first: otherwise nobody could change the show any more.',
);

/** By this the recovery sheet is known among the devices. */
const SHEET = 'sheet';

/** A new recovery sheet in place of the one before. */
export const withSheet = (devices: Devices, code: string, at: number): Device[] => [
  ...devices.filter(({ id }) => id !== SHEET),
  { id: SHEET, name: '', right: 'everything', hash: hashOf(code), sheet: true, addedAt: at, seenAt: at },
];

/** Whether a code is the recovery sheet's. */
export const isSheet = (devices: Devices, code: string): boolean =>
  devices.some(({ sheet, hash }) => sheet === true && sameKey(code, hash));

/** Gives a device another name or right. */
export function changeDevice(devices: Devices, id: string, change: { name?: string; right?: Right }): ChangedDevices {
  if (id === SHEET) return { ok: true, devices: [...devices] };
  if (change.right !== undefined && change.right !== 'everything' && lastWithEverything(devices, id))
    return { ok: false, reason: LAST };
  return {
    ok: true,
    devices: devices.map((device) =>
      device.id === id
        ? {
            ...device,
            ...(change.name === undefined ? {} : { name: ownName(devices, change.name, id) }),
            ...(change.right === undefined ? {} : { right: change.right }),
          }
        : device,
    ),
  };
}

/** The recovery sheet may go at any time: it is revoked then. */
export const removeDevice = (devices: Devices, id: string): ChangedDevices =>
  id !== SHEET && lastWithEverything(devices, id)
    ? { ok: false, reason: LAST }
    : { ok: true, devices: devices.filter((device) => device.id !== id) };
