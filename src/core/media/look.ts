import { fileTypeFromBuffer } from 'file-type/core';
import { imageSize } from 'image-size';
import { bytesWords, MEDIA_TYPES, MOST_BYTES, type MediaType } from './media';
import { readSvg } from './svg';

export type Looked = { ok: true; type: MediaType; width: number; height: number } | { ok: false; reason: string };

/** What the package that tells types calls some of them. */
const ALIASES: Readonly<Record<string, MediaType>> = {
  'audio/vnd.wave': 'audio/wav',
  'audio/x-wav': 'audio/wav',
  'audio/x-flac': 'audio/flac',
  'audio/x-m4a': 'audio/mp4',
  'video/ogg': 'audio/ogg',
  'audio/opus': 'audio/ogg',
};

/** A picture's size, px: known from its head, before anything decodes it. Decoded it takes four bytes a pixel. */
export const MOST_PIXELS = 40e6;
const LONGEST_SIDE = 20_000;

/** For the sentences; the file's name, which says nothing else. */
const named = (name: string): string => (name.trim() === '' ? 'This file' : `“${name}”`);

const isMediaType = (type: string): type is MediaType => type in MEDIA_TYPES;

/**
 * Tells what a file is by its content, whatever its name says. What cannot be used gets a sentence.
 * @param bytes the whole file
 * @param rest gives way to others, for whoever has some: reading a large drawing takes seconds
 */
export async function lookAt(bytes: Uint8Array, name: string, rest?: () => Promise<void>): Promise<Looked> {
  if (bytes.length === 0) return { ok: false, reason: `${named(name)} is empty.` };
  const text = looksLikeSvg(bytes) ? new TextDecoder().decode(bytes) : null;
  const told = text === null ? (await fileTypeFromBuffer(bytes))?.mime.split(';')[0] : 'image/svg+xml';
  const type = told === undefined ? undefined : (ALIASES[told] ?? told);
  if (type === undefined || !isMediaType(type)) {
    const what = type === undefined ? 'no picture, clip or sound' : `of a kind that Gavirn does not use (${type})`;
    return {
      ok: false,
      reason: `${named(name)} is ${what}. Pictures: PNG, JPEG, WebP, GIF, SVG. Clips: WebM, MP4. Sounds: WAV, MP3, Ogg, FLAC, M4A.`,
    };
  }
  const { as, title } = MEDIA_TYPES[type];
  if (bytes.length > MOST_BYTES[as])
    return {
      ok: false,
      reason: `${named(name)} is too large: ${bytesWords(bytes.length)}. A ${as} may have ${bytesWords(MOST_BYTES[as])} at most.`,
    };
  if (text !== null) {
    const reading = readSvg(text, pictureProblem);
    let read = reading.next();
    for (; !read.done; read = reading.next()) await rest?.();
    if (read.value) return { ok: false, reason: read.value };
  }
  if (as !== 'picture') return { ok: true, type, width: 0, height: 0 };
  try {
    const { width, height } = imageSize(bytes);
    if (width * height > MOST_PIXELS || width > LONGEST_SIDE || height > LONGEST_SIDE)
      return {
        ok: false,
        reason: `${named(name)} is ${Math.round(width)} × ${Math.round(height)} px. A picture may have ${MOST_PIXELS / 1e6} million pixels at most; make it smaller.`,
      };
    if (width > 0 && height > 0) return { ok: true, type, width: Math.round(width), height: Math.round(height) };
  } catch {
    // No size can be read from it: said below.
  }
  return {
    ok: false,
    reason: `${named(name)} begins like a ${title} picture, but it is broken: its size cannot be read.`,
  };
}

/** Why a picture inside a drawing is not taken; null when it is. */
function pictureProblem(base64: string): string | null {
  try {
    const { width, height } = imageSize(bytesOf(base64.slice(0, HEAD).replace(/\s+/g, '')));
    if (width > 0 && height > 0 && width * height <= MOST_PIXELS) return null;
  } catch {
    // No base64, or no size in it: said below.
  }
  return `A picture inside this SVG is broken, or has more than ${MOST_PIXELS / 1e6} million pixels. Save it again with smaller ones, or as a PNG.`;
}

/** A picture's size stands in its head: so much of its base64 is looked at, a multiple of four. */
const HEAD = 1 << 19;

const bytesOf = (base64: string): Uint8Array =>
  Uint8Array.from(atob(base64.slice(0, base64.length - (base64.length % 4))), (char) => char.charCodeAt(0));

function looksLikeSvg(bytes: Uint8Array): boolean {
  const start = new TextDecoder()
    .decode(bytes.subarray(0, 4000))
    .replace(/^\uFEFF/, '')
    .trimStart();
  return start.startsWith('<') && /<svg[\s>]/i.test(start.replace(/<!--[\s\S]*?-->/g, ''));
}
