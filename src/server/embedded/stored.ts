import { existsSync, readdirSync, readFileSync, rmSync, statSync, utimesSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { readShowDocument } from '@/core/show/file';
import { MOST_BUTTONS } from '@/core/home/button';
import { buttonSchema, deviceSchema, type Device, type Stored } from '@/server/door/shows';
import { diskProblem, writeWhole } from './disk';
import { phrase, type Sayable } from '@/core/words/phrase';

/* A show as the server keeps it: its document, and the SHA-256 of the keys that look and act. */

const sha256 = z.string().regex(/^[0-9a-f]{64}$/);
const storedSchema = z.object({
  show: z.unknown(),
  devices: z.array(deviceSchema).min(1).optional(),
  buttons: z.array(buttonSchema).max(MOST_BUTTONS).optional(),
  alsoMedia: z.array(z.string()).optional(),
  taken: z.record(z.string(), z.record(z.string(), z.number())).optional(),
  /** As an earlier version kept the one key that it knew. */
  deskHash: sha256.optional(),
  outlets: z.record(sha256, z.string().max(100)),
});

const fileOf = (folder: string): string => join(folder, 'show.json');
const asleepFile = (folder: string): string => join(folder, 'asleep');

export type ReadStored =
  | { read: 'show'; stored: Stored; openedAt: number; asleep: boolean }
  | { read: 'nothing' }
  | { read: 'broken'; says: Sayable };

/** Reads a folder's show. One that was cut off or spoilt is said to be, and stays as it is. */
export function readStored(folder: string): ReadStored {
  const file = fileOf(folder);
  if (!existsSync(file)) return { read: 'nothing' };
  let json: unknown;
  try {
    json = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    // Cut off, spoilt, or a folder where a file should be.
    return { read: 'broken', says: diskProblem(error) ?? phrase('its file cannot be read to the end') };
  }
  const stored = storedSchema.safeParse(json);
  if (!stored.success)
    return {
      read: 'broken',
      says: phrase('its file has no usable “{path}”', { path: stored.error.issues[0]?.path.join('.') || 'content' }),
    };
  const show = readShowDocument(stored.data.show);
  if (!show.ok) return { read: 'broken', says: show.reason };
  const openedAt = statSync(file).mtimeMs;
  const devices = stored.data.devices ?? onlyDevice(stored.data.deskHash, openedAt);
  if (!devices) return { read: 'broken', says: phrase('its file has no usable “{path}”', { path: 'devices' }) };
  return {
    read: 'show',
    stored: {
      show: show.show,
      devices,
      outlets: stored.data.outlets,
      buttons: stored.data.buttons,
      alsoMedia: stored.data.alsoMedia,
      taken: stored.data.taken,
    },
    openedAt,
    asleep: existsSync(asleepFile(folder)),
  };
}

const onlyDevice = (hash: string | undefined, at: number): Device[] | null =>
  hash === undefined ? null : [{ id: 'first', name: '', right: 'everything', hash, addedAt: at, seenAt: at }];

/** Keeps it. Throws where the disk does not take it: then it is as it was. */
export const writeStored = (folder: string, stored: Stored): void => writeWhole(fileOf(folder), JSON.stringify(stored));

/** Takes note that somebody has opened the show; the file's own time says when. */
export function markOpened(folder: string, at: number): void {
  utimesSync(fileOf(folder), at / 1000, at / 1000);
  rmSync(asleepFile(folder), { force: true });
}

/** The show sleeps from now on, after a restart as well. */
export const markAsleep = (folder: string): void => writeWhole(asleepFile(folder), '');

/** What a write that a crash cut off has left. */
export function removePartials(folder: string): void {
  for (const name of readdirSync(folder)) if (name.endsWith('.partial')) rmSync(join(folder, name), { force: true });
}
