import { base64ToUint8Array, uint8ArrayToBase64 } from 'uint8array-extras';
import { z } from 'zod';
import { rightSchema } from '@/core/home/device';
import { say } from '@/ui/words/say';
import { readJson, removeKey, writeJson } from './storage';

/* What a browser keeps of a home beside its show: the documents in which devices' changes come together, and which device it is itself. */

const bytes = z.string().transform(base64ToUint8Array);
const docsSchema = z.object({
  home: bytes,
  keys: bytes,
  /** Something in them may not be on the server. */
  unsent: z.boolean(),
  /** The server's clock less this one's, ms. */
  skew: z.number(),
});
export interface StoredDocs {
  home: Uint8Array;
  keys: Uint8Array;
  unsent: boolean;
  skew: number;
}

const docsKey = (home: string): string => `docs/${home}`;

/** Null: none yet, or they cannot be read and are fetched anew. */
export async function readDocs(home: string): Promise<StoredDocs | null> {
  try {
    return docsSchema.safeParse(await readJson(docsKey(home))).data ?? null;
  } catch {
    // No base64.
    return null;
  }
}

export const storeDocs = (home: string, { home: own, keys, ...rest }: StoredDocs): Promise<boolean> =>
  writeJson(docsKey(home), { home: uint8ArrayToBase64(own), keys: uint8ArrayToBase64(keys), ...rest });

const textSchema = z.object({ home: z.string(), keys: z.string().nullable() });

/** The documents as a text, for a backup; null: there are none. @param secrets whether the keys go with them */
export async function docsText(home: string, secrets: boolean): Promise<string | null> {
  const docs = await readDocs(home);
  return (
    docs &&
    JSON.stringify({
      home: uint8ArrayToBase64(docs.home),
      keys: secrets ? uint8ArrayToBase64(docs.keys) : null,
    } satisfies z.infer<typeof textSchema>)
  );
}

/** An update of Yjs that changes nothing. */
const NOTHING = 'AAA=';

/** Puts documents of a backup in place; the server takes what it has not got, and gives what is newer. */
export async function putBackDocs(home: string, given: unknown): Promise<void> {
  const docs = textSchema.safeParse(given).data;
  if (docs) await writeJson(docsKey(home), { home: docs.home, keys: docs.keys ?? NOTHING, unsent: true, skew: 0 });
}

/** This browser as a device of the home. */
export const ownDeviceSchema = z.object({ id: z.string(), name: z.string(), right: rightSchema });
export type OwnDevice = z.infer<typeof ownDeviceSchema>;

/** One that is not known yet is the one that begins the home. */
export const mayEverything = (device: OwnDevice | null): boolean => device === null || device.right === 'everything';

const deviceKey = (home: string): string => `device/${home}`;
export const readOwnDevice = async (home: string): Promise<OwnDevice | null> =>
  ownDeviceSchema.safeParse(await readJson(deviceKey(home))).data ?? null;
export const storeOwnDevice = (home: string, device: OwnDevice): Promise<boolean> => writeJson(deviceKey(home), device);

/* Whether the show that is kept has been changed since the documents were: a page that was closed in between writes it then. */
const editedKey = (home: string): string => `edited/${home}`;
export const markEdited = (home: string): Promise<boolean> => writeJson(editedKey(home), true);
export const unmarkEdited = (home: string): Promise<void> => removeKey(editedKey(home));
export const isEdited = async (home: string): Promise<boolean> => (await readJson(editedKey(home))) === true;

/** What a browser keeps for a home and may be taken out with it. */
export const HOME_KEYS = ['docs', 'device', 'edited'] as const;

/** What this device is, as far as a browser can tell. */
export function ownName(): string {
  if (navigator.maxTouchPoints === 0) return say('Computer');
  return Math.min(screen.width, screen.height) < 600 ? say('Phone') : say('Tablet');
}
