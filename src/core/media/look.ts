import { fileTypeFromBuffer } from 'file-type/core';
import { imageSize } from 'image-size';
import { bytesWords, MEDIA_TYPES, MOST_BYTES, type MediaType } from './media';
import { readSvg } from './svg';
import { phrase, type Phrase } from '@/core/words/phrase';

export type Looked = { ok: true; type: MediaType; width: number; height: number } | { ok: false; reason: Phrase };

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
const named = (name: string): Phrase => (name.trim() === '' ? phrase('This file') : phrase('“{name}”', { name }));

const isMediaType = (type: string): type is MediaType => type in MEDIA_TYPES;

/**
 * Tells what a file is by its content, whatever its name says. What cannot be used gets a sentence.
 * @param bytes the whole file
 * @param rest gives way to others, for whoever has some: reading a large drawing takes seconds
 */
export async function lookAt(bytes: Uint8Array, name: string, rest?: () => Promise<void>): Promise<Looked> {
  if (bytes.length === 0) return { ok: false, reason: phrase('{named} is empty.', { named: named(name) }) };
  const text = looksLikeSvg(bytes) ? new TextDecoder().decode(bytes) : null;
  const told = text === null ? (await fileTypeFromBuffer(bytes))?.mime.split(';')[0] : 'image/svg+xml';
  const type = told === undefined ? undefined : (ALIASES[told] ?? told);
  if (type === undefined || !isMediaType(type)) {
    const what =
      type === undefined
        ? phrase('no picture, clip or sound')
        : phrase('of a kind that Gavirn does not use ({type})', { type });
    return {
      ok: false,
      reason: phrase(
        '{named} is {what}. Pictures: PNG, JPEG, WebP, GIF, SVG. Clips: WebM, MP4. Sounds: WAV, MP3, Ogg, FLAC, M4A.',
        { named: named(name), what },
      ),
    };
  }
  const { as, title } = MEDIA_TYPES[type];
  if (bytes.length > MOST_BYTES[as])
    return {
      ok: false,
      reason: phrase(
        '{named} is too large: {bytes}. {as, select, picture {A picture} clip {A clip} other {A sound}} may have {bytesWords2} at most.',
        {
          named: named(name),
          bytes: bytesWords(bytes.length),
          as,
          bytesWords2: bytesWords(MOST_BYTES[as]),
        },
      ),
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
        reason: phrase(
          '{named} is {width} × {height} px. A picture may have {most} million pixels at most; make it smaller.',
          { named: named(name), width: Math.round(width), height: Math.round(height), most: MOST_PIXELS / 1e6 },
        ),
      };
    if (width > 0 && height > 0) return { ok: true, type, width: Math.round(width), height: Math.round(height) };
  } catch {
    // No size can be read from it: said below.
  }
  return {
    ok: false,
    reason: phrase('{named} begins like a {title} picture, but it is broken: its size cannot be read.', {
      named: named(name),
      title,
    }),
  };
}

/** Why a picture inside a drawing is not taken; null when it is. */
function pictureProblem(base64: string): Phrase | null {
  try {
    const { width, height } = imageSize(bytesOf(base64.slice(0, HEAD).replace(/\s+/g, '')));
    if (width > 0 && height > 0 && width * height <= MOST_PIXELS) return null;
  } catch {
    // No base64, or no size in it: said below.
  }
  return phrase(
    'A picture inside this SVG is broken, or has more than {most} million pixels. Save it again with smaller ones, or as a PNG.',
    { most: MOST_PIXELS / 1e6 },
  );
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
