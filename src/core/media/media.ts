import { z } from 'zod';
import { phrase, type Phrase } from '@/core/words/phrase';

/** What a file can be: by its content (look.ts), never by its name. */
export const MEDIA_TYPES = {
  'image/png': { as: 'picture', title: 'PNG', ending: 'png' },
  'image/jpeg': { as: 'picture', title: 'JPEG', ending: 'jpg' },
  'image/webp': { as: 'picture', title: 'WebP', ending: 'webp' },
  'image/gif': { as: 'picture', title: 'GIF', ending: 'gif' },
  'image/svg+xml': { as: 'picture', title: 'SVG', ending: 'svg' },
  'video/webm': { as: 'clip', title: 'WebM', ending: 'webm' },
  'video/mp4': { as: 'clip', title: 'MP4', ending: 'mp4' },
  'audio/wav': { as: 'sound', title: 'WAV', ending: 'wav' },
  'audio/mpeg': { as: 'sound', title: 'MP3', ending: 'mp3' },
  'audio/ogg': { as: 'sound', title: 'Ogg', ending: 'ogg' },
  'audio/flac': { as: 'sound', title: 'FLAC', ending: 'flac' },
  'audio/mp4': { as: 'sound', title: 'M4A', ending: 'm4a' },
} as const satisfies Record<string, { as: MediaKind; title: string; ending: string }>;

export type MediaKind = 'picture' | 'clip' | 'sound';
export type MediaType = keyof typeof MEDIA_TYPES;
export const MEDIA_TYPE_NAMES = Object.keys(MEDIA_TYPES) as [MediaType, ...MediaType[]];

/** The largest file of each kind, bytes: what a phone still loads while it is on the air. */
export const MOST_BYTES: Readonly<Record<MediaKind, number>> = {
  picture: 8_000_000,
  clip: 24_000_000,
  sound: 12_000_000,
};
/** No sound is longer than this, s. */
export const MOST_SOUND_SECONDS = 120;
/** An animated picture keeps no more frames than this. */
export const MOST_FRAMES = 600;

/** What is played of a sound: seconds from its beginning; `until` null: to its end. Fades lie inside. */
export const cutSchema = z.object({
  from: z.number().min(0).max(600).default(0),
  until: z.number().min(0).max(600).nullable().default(null),
  fadeIn: z.number().min(0).max(10).default(0),
  fadeOut: z.number().min(0).max(10).default(0),
});
export type Cut = z.infer<typeof cutSchema>;
export const WHOLE: Cut = { from: 0, until: null, fadeIn: 0, fadeOut: 0 };

export const mediaIdSchema = z.string().regex(/^[0-9a-f]{64}$/);

/** One file of the streamer's own: what is known of it. The bytes are kept by their id. */
export const mediaSchema = z.object({
  /** SHA-256 of its bytes, in hexadecimal: the same file twice is one. */
  id: mediaIdSchema,
  name: z.string().min(1).max(120),
  type: z.enum(MEDIA_TYPE_NAMES),
  bytes: z.number().int().min(1).max(24_000_000),
  /** px; 0 for a sound. */
  width: z.number().int().min(0).max(20_000).default(0),
  height: z.number().int().min(0).max(20_000).default(0),
  /** Of a clip or a sound; 0 for a picture. */
  seconds: z.number().min(0).max(3600).default(0),
  /** How long each frame of an animated picture stands, ms; none: it stands still. */
  frames: z.array(z.number().min(1).max(60_000)).max(MOST_FRAMES).default([]),
  /** A sound's own loudness, LUFS; null where it has not been measured, or is silent. */
  lufs: z.number().min(-120).max(20).nullable().default(null),
  cut: cutSchema.default(WHOLE),
});
export type Media = z.infer<typeof mediaSchema>;

export const mediaKind = ({ type }: { type: MediaType }): MediaKind => MEDIA_TYPES[type].as;

/** A size as people say it: "840 kB", "2.4 MB". */
export const bytesWords = (bytes: number): Phrase =>
  bytes < 1_000_000
    ? phrase('{n, number} kB', { n: Math.max(1, Math.round(bytes / 1000)) })
    : phrase('{n, number, ::.0} MB', { n: bytes / 1_000_000 });

/** How long a sound is as it is played, s. */
export const cutSeconds = ({ seconds, cut }: Media): number =>
  Math.max(0, Math.min(cut.until ?? seconds, seconds) - cut.from);

/** What is known of a file, in a few words. */
export function factsWords(media: Media): Phrase {
  const { title } = MEDIA_TYPES[media.type];
  const size =
    media.width > 0
      ? `${media.width} × ${media.height}`
      : phrase('{seconds, number, ::.0} s', { seconds: cutSeconds(media) });
  const facts = [
    title,
    size,
    ...(media.frames.length > 1
      ? [phrase('{n, plural, one {# frame} other {# frames}}', { n: media.frames.length })]
      : []),
    ...(mediaKind(media) === 'clip' && media.seconds > 0
      ? [phrase('{seconds, number, ::.0} s', { seconds: media.seconds })]
      : []),
    bytesWords(media.bytes),
  ];
  return phrase('{facts}', { facts: { dots: facts } });
}

/** Own sounds further from the target than this, LU, say so: they are levelled, and what is raised by much brings its noise along. */
const FAR_LU = 6;

/** What is to be said of a sound's loudness; null when it is near the target. */
export function loudnessWords(lufs: number | null, target: number): Phrase | null {
  if (lufs === null) return phrase('It is silent, or too short to be measured.');
  const apart = Math.round(lufs - target);
  if (Math.abs(lufs - target) <= FAR_LU) return null;
  return apart > 0
    ? phrase('By itself it is {apart} LU louder than your target. It is levelled when it is played.', { apart })
    : phrase(
        'By itself it is {apart} LU quieter than your target. It is levelled when it is played, which raises its noise too.',
        { apart: -apart },
      );
}

/** Which of a show's own files a step plays or shows. */
export const stepMedia = (step: {
  kind: string;
  look?: { picture: string };
  sound?: string;
  more?: readonly object[] | undefined;
}): string[] =>
  [
    step.look?.picture,
    step.sound,
    ...(step.more ?? []).flatMap((each) => ('picture' in each ? [each.picture] : 'sound' in each ? [each.sound] : [])),
  ].filter((id): id is string => id !== undefined && mediaIdSchema.safeParse(id).success);

/** Which of its own files a show uses: in cues' steps, in pieces, and behind a wall. */
export const usedMedia = ({
  cues,
  pieces,
  outlets,
}: {
  cues: readonly { steps: readonly Parameters<typeof stepMedia>[0][] }[];
  pieces: readonly { kind: string; media?: string; pictures?: readonly { media: string }[] | undefined }[];
  outlets: readonly { shows: { picture?: string | undefined } | object }[];
}): Set<string> =>
  new Set([
    ...cues.flatMap(({ steps }) => steps.flatMap(stepMedia)),
    ...pieces.flatMap(({ media, pictures = [] }) =>
      [media, ...pictures.map((each) => each.media)].filter((id): id is string => id !== undefined && id !== ''),
    ),
    ...outlets.flatMap(({ shows }) => ('picture' in shows && shows.picture ? [shows.picture] : [])),
  ]);
