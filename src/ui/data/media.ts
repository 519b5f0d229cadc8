import { sha256 } from '@noble/hashes/sha2.js';
import { base64ToUint8Array, uint8ArrayToBase64, uint8ArrayToHex } from 'uint8array-extras';
import { mutate } from 'swr';
import { z } from 'zod';
import { MEDIA_TYPES, mediaSchema, stepMedia, usedMedia, type Media } from '@/core/media/media';
import { readShowDocument } from '@/core/show/file';
import type { Show } from '@/core/show/show';
import { ask } from './api';
import { readIndex } from './library';
import { followMedia } from './media-follow';
import { clipFacts, pictureFacts, soundFacts, type Found } from './media-facts';
import { readJson, readText, removeKey, writeJson, writeText } from './storage';
import { say } from '@/ui/words/say';
import type { Sayable } from '@/core/words/phrase';

/* The streamer's own pictures, clips and sounds: one library for all shows of this browser, each file once, by its content. */

export const MEDIA_KEY = 'media';
const bytesKey = (id: string): string => `media/${id}`;

export type Added = { ok: true; media: Media; known: boolean } | { ok: false; reason: Sayable };

export async function readMedia(): Promise<Media[]> {
  const list = await readJson('media');
  return z
    .array(z.unknown())
    .catch([])
    .parse(list)
    .flatMap((one) => mediaSchema.safeParse(one).data ?? []);
}

/** One change after another: two that read the same list would lose one of them. */
let changing: Promise<unknown> = Promise.resolve();
function changeList(change: (list: Media[]) => Media[]): Promise<void> {
  const done = changing.then(async () => {
    await writeJson('media', change(await readMedia()));
    await mutate(MEDIA_KEY);
  });
  changing = done.catch(() => undefined);
  return done;
}

/** A file's bytes, from this browser or else from the server; null when neither has it. */
export async function mediaBytes(id: string): Promise<Uint8Array<ArrayBuffer> | null> {
  const text = await readText(bytesKey(id));
  if (text !== null) return new Uint8Array(base64ToUint8Array(text));
  const followed = await followMedia(id);
  if (!followed) return null;
  await changeList((list) => (list.some((one) => one.id === id) ? list : [...list, followed.media]));
  void mutate(`${MEDIA_KEY}/${id}/url`);
  return followed.bytes;
}

const urls = new Map<string, string>();

/** An address of a file for as long as this page is open; null when this browser does not have it. */
export async function mediaUrl(id: string): Promise<string | null> {
  const known = urls.get(id);
  if (known !== undefined) return known;
  const bytes = await mediaBytes(id);
  if (!bytes) return null;
  const type = (await readMedia()).find((one) => one.id === id)?.type;
  const url = URL.createObjectURL(new Blob([bytes], type ? { type } : {}));
  urls.set(id, url);
  return url;
}

/** Takes a file in, if it is one that can be used. The same file twice is one. */
export async function addMedia(name: string, bytes: Uint8Array<ArrayBuffer>): Promise<Added> {
  const id = uint8ArrayToHex(sha256(bytes));
  const list = await readMedia();
  const known = list.find((one) => one.id === id);
  if (known) return { ok: true, media: known, known: true };
  // Only whoever adds a file needs what tells files apart.
  const { lookAt } = await import('@/core/media/look');
  const looked = await lookAt(bytes, name);
  if (!looked.ok) return looked;
  const found = await factsOf(bytes, looked);
  if (!found.ok) return found;
  const media: Media = mediaSchema.parse({
    id,
    name:
      name
        .replace(/\.[^.]{1,5}$/, '')
        .trim()
        .slice(0, 120) || MEDIA_TYPES[looked.type].title,
    type: looked.type,
    bytes: bytes.length,
    ...found.facts,
  });
  if (!(await writeText(bytesKey(id), uint8ArrayToBase64(bytes))))
    return {
      ok: false,
      reason: say('This browser has no room for the file. Remove others, or old sessions, and add it again.'),
    };
  await changeList((now) => [...now.filter((one) => one.id !== id), media]);
  return { ok: true, media, known: false };
}

async function factsOf(
  bytes: Uint8Array<ArrayBuffer>,
  { type, width, height }: { type: Media['type']; width: number; height: number },
): Promise<Found> {
  if (MEDIA_TYPES[type].as === 'sound') return soundFacts(bytes);
  const url = URL.createObjectURL(new Blob([bytes], { type }));
  try {
    return MEDIA_TYPES[type].as === 'clip'
      ? await clipFacts(url)
      : await pictureFacts(url, bytes, type, { width, height });
  } finally {
    URL.revokeObjectURL(url);
  }
}

export const changeMedia = (id: string, change: (media: Media) => Media): Promise<void> =>
  changeList((list) => list.map((one) => (one.id === id ? change(one) : one)));

export async function removeMedia(id: string): Promise<void> {
  await changeList((list) => list.filter((one) => one.id !== id));
  await removeKey(bytesKey(id));
  const url = urls.get(id);
  if (url !== undefined) URL.revokeObjectURL(url);
  urls.delete(id);
}

/** Where a file is used, in the shows of this browser. @param ofHome those of the home that is open */
export interface Use {
  show: string;
  /** The cue or piece that uses it. */
  cue: string;
}

export async function usesOf(id: string, ofHome: readonly Show[]): Promise<Use[]> {
  const [home] = ofHome;
  const shows = [...ofHome];
  for (const { id: showId } of (await readIndex())?.shows ?? []) {
    const read = showId === home?.id ? null : readShowDocument(await readJson(`show/${showId}`));
    if (read?.ok) shows.push(read.show);
  }
  return shows.flatMap((show) => [
    ...show.pieces.flatMap((piece) =>
      'media' in piece && piece.media === id ? [{ show: show.name, cue: piece.name }] : [],
    ),
    ...show.cues.flatMap((cue, n) =>
      cue.steps.some((step) => stepMedia(step).includes(id))
        ? [{ show: show.name, cue: cue.name || say('cue {n}', { n: n + 1 }) }]
        : [],
    ),
  ]);
}

/** Those that this page has handed over, or found there, by show. */
const sent = new Map<string, Set<string>>();
/** The server has lost what it had. */
export const forgetSentMedia = (): void => sent.clear();

/**
 * Hands over the files that a home's shows need and the server does not have: also those of a show that is not on, which are to be there when
 * it is put on.
 * @param media the files of all of them
 */
export async function sendMedia(home: string, media: readonly Media[], key: string): Promise<void> {
  const files = new Set(media.map(({ id }) => id));
  const known = new Set([...(sent.get(home) ?? [])].filter((id) => files.has(id)));
  sent.set(home, known);
  if ([...files].every((id) => known.has(id))) return;
  const base = `/api/shows/${encodeURIComponent(home)}/media`;
  const there = await ask<string[]>('GET', base, { key });
  if (!there.ok) return;
  for (const id of files) {
    const bytes = there.value.includes(id) ? null : await mediaBytes(id);
    if (there.value.includes(id) || (bytes && (await ask('PUT', `${base}/${id}`, { key, bytes })).ok)) known.add(id);
  }
}

/** Puts a file among those that the show uses; what no step, no piece and no wall uses goes. */
export function takeUp(draft: Pick<Show, 'media' | 'cues' | 'pieces' | 'outlets'>, media: Media | null): void {
  if (media && !draft.media.some(({ id }) => id === media.id)) draft.media.push(media);
  const used = usedMedia(draft);
  draft.media = draft.media.filter(({ id }) => used.has(id) || id === media?.id);
}
