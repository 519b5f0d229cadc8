import { base64ToUint8Array, uint8ArrayToBase64 } from 'uint8array-extras';
import { z } from 'zod';
import { MEDIA_TYPES, type Media } from '@/core/media/media';
import { addMedia, mediaBytes } from './media';
import { say, saying } from '@/ui/words/say';

/* Media inside a saved show or cue file: bytes in base64, by id. */

/** The bytes that a saved show brings along. */
export const readFileMedia = (json: unknown): Record<string, string> =>
  z.object({ files: z.record(z.string(), z.string()) }).safeParse(json).data?.files ?? {};

/** The bytes of these files, as far as this browser has them. */
export async function filesOf(media: readonly Media[]): Promise<Record<string, string>> {
  const files: Record<string, string> = {};
  for (const { id } of media) {
    const bytes = await mediaBytes(id);
    if (bytes) files[id] = uint8ArrayToBase64(bytes);
  }
  return files;
}

/** Takes in what a file brought along, each looked at as if it had been added by hand; returns a sentence for each that is no good, or is missing. */
export async function takeFiles(media: readonly Media[], files: Readonly<Record<string, string>>): Promise<string[]> {
  const said: string[] = [];
  for (const one of media) {
    const text = files[one.id];
    if (text === undefined) {
      if (!(await mediaBytes(one.id)))
        said.push(say('“{name}” is not in the file. Add it in Media.', { name: one.name }));
      continue;
    }
    const bytes = decoded(text);
    if (!bytes) {
      said.push(say('“{name}” is broken in the file. Add it in Media.', { name: one.name }));
      continue;
    }
    const added = await addMedia(`${one.name}.${MEDIA_TYPES[one.type].ending}`, bytes);
    if (!added.ok) said.push(saying(added.reason));
    else if (added.media.id !== one.id)
      said.push(say('“{name}” is not the file that it is said to be. Add it in Media.', { name: one.name }));
  }
  return said;
}

function decoded(text: string): Uint8Array<ArrayBuffer> | null {
  try {
    return new Uint8Array(base64ToUint8Array(text));
  } catch {
    return null;
  }
}
