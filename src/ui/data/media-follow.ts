import { sha256 } from '@noble/hashes/sha2.js';
import { uint8ArrayToBase64, uint8ArrayToHex } from 'uint8array-extras';
import { z } from 'zod';
import { mediaSchema, type Media } from '@/core/media/media';
import { fetchBytes } from './api';
import { indexSchema, keysSchema } from './library-schema';
import { readJson, writeText } from './storage';

/* A file that another device has added comes from the server once it is needed: by its content, so that it is the one that is meant. */

/** Of the show that is kept, what is read here. */
const showSchema = z.object({ media: z.array(mediaSchema) });

const AGAIN_MS = 10_000;
export interface Followed {
  media: Media;
  bytes: Uint8Array<ArrayBuffer>;
}
const asked = new Map<string, { at: number; file: Promise<Followed | null> }>();

/** A file that the open show uses and this browser does not have; null where the server does not have it either. */
export function followMedia(id: string): Promise<Followed | null> {
  const last = asked.get(id);
  if (last && performance.now() - last.at < AGAIN_MS) return last.file;
  const file = fetchFile(id);
  asked.set(id, { at: performance.now(), file });
  return file;
}

async function fetchFile(id: string): Promise<Followed | null> {
  const home = indexSchema.safeParse(await readJson('index')).data?.current;
  if (home === undefined) return null;
  const key = keysSchema.safeParse(await readJson(`keys/${home}`)).data?.desk;
  const media = showSchema.safeParse(await readJson(`show/${home}`)).data?.media.find((one) => one.id === id);
  if (key === undefined || !media) return null;
  const bytes = await fetchBytes(`/api/shows/${encodeURIComponent(home)}/media/${encodeURIComponent(id)}`, key);
  if (!bytes || uint8ArrayToHex(sha256(bytes)) !== id) return null;
  // Where there is no room it is fetched again the next time.
  await writeText(`media/${id}`, uint8ArrayToBase64(bytes));
  return { media, bytes };
}
