import { z } from 'zod';
import { EVENT_KINDS } from '@/core/event/kind';
import { moneySchema } from '@/core/event/money';
import { KIT, type Fields } from '@/core/engine/features';
import { stepSchemaOf, whenSchemaOf } from '@/core/engine/kinds';
import { personSchema } from '@/core/engine/count/people';
import { someoneSchema } from '@/core/engine/count/someone';
import { cueSchemaOf } from '@/core/engine/cue/cue';
import type { Kit } from '@/core/engine/kernel/feature';
import { mediaSchema } from '@/core/media/media';
import { pieceSchema, type Piece } from '@/core/piece';
import { frameSchema } from '@/core/piece/frame';
import { savedLookSchema } from '@/core/piece/own-look';
import { placeSchema } from '@/core/piece/piece';
import { SOUND, soundSchema } from '@/core/sound/plan';
import { feedSchema } from '@/core/platform/feed';
import { outletSchema } from './outlet';
import { SAFE, safeSchema } from './safe-area';
import { planSchema } from './plan';
import { isZone } from './zone';

export const SHOW_FORMAT = 'gavirn.show';
export const SHOW_VERSION = 3;

const id = z.string().min(1).max(100);
const label = z.string().min(1).max(80);

export const cueSchema = cueSchemaOf(whenSchemaOf(KIT), stepSchemaOf(KIT));
export type Cue = z.infer<typeof cueSchema>;

/** What a show has whatever its features are. */
const base = {
  format: z.literal(SHOW_FORMAT),
  version: z.literal(SHOW_VERSION),
  id,
  name: label,
  frame: frameSchema,
  /** The language of its words (BCP 47), by which plural forms are chosen. */
  language: z
    .string()
    .regex(/^[a-zA-Z]{2,3}(-[A-Za-z0-9]{2,8})*$/)
    .default('en'),
  /** The time zone of its clock (IANA); empty: UTC, until a browser says. */
  zone: z.string().max(60).refine(isZone, 'No such time zone.').default(''),
  feeds: z.array(feedSchema).max(20),
  money: moneySchema.default({ currency: 'EUR', rates: {} }),
  /** Viewers of several feeds who are one person. */
  people: z.array(personSchema).max(2000).default([]),
  /** What the streamer has written down of certain viewers. */
  notes: z
    .array(someoneSchema.extend({ note: z.string().min(1).max(500) }))
    .max(5000)
    .default([]),
  /** What platforms lay over the frame, and how it is looked at. */
  safe: safeSchema.default(SAFE),
  /** Findings of the layout that the streamer has dismissed, by their keys. */
  dismissed: z.array(z.string().max(300)).max(500).default([]),
  /** How the pieces stood on frames of other proportions, by `width×height`: turned back, they stand so again. */
  layouts: z
    .record(
      z.string().max(20),
      z.record(
        id,
        z.object({ place: placeSchema, places: z.record(id, placeSchema).optional(), off: z.boolean().optional() }),
      ),
    )
    .default({}),
  /** Layouts that are kept side by side, `width×height`, the one on the stage among them; outlets say which they carry. Absent: one. */
  beside: z.array(z.string().max(20)).max(6).optional(),
  /** The streamer's own files that the show uses: what is known of them. Their bytes are kept beside it, by id. */
  media: z.array(mediaSchema).max(500).default([]),
  sound: soundSchema.default(SOUND),
  /** Looks of pieces that were saved by name. */
  looks: z.array(savedLookSchema).max(40).optional(),
  outlets: z.array(outletSchema).max(50),
  /** Live again within so many minutes after the session ended, it goes on; 0: a new one begins each time. Absent: GO_ON_MINUTES. */
  goOnMinutes: z.number().int().min(0).max(720).optional(),
  plan: planSchema.optional(),
  /** How long the server keeps finished sessions: until each device has them, or a month whichever have. Absent: the first. */
  keepSessions: z.enum(['taken', 'month']).optional(),
  /** What another overlay of the streamer's shows alerts for as well. Absent: none runs. */
  alsoShown: z.array(z.enum(EVENT_KINDS)).max(EVENT_KINDS.length).optional(),
  /** What viewers were told to begin a question with. Absent: nothing. */
  questionWord: z.string().min(1).max(40).optional(),
};

/** A broadcast that is interrupted is back within this, nearly always. */
export const GO_ON_MINUTES = 10;

/**
 * One saved setup (docs/show-document.md). It holds no secrets: keys of outlets and of the desk are kept beside it, so that a
 * show file can be handed to anyone.
 */
export type Show = z.infer<z.ZodObject<typeof base>> & { pieces: Piece[]; cues: Cue[] } & Fields<'part'>;

/** The form of a show, for the features and the kinds of piece that there are. Each feature has a part of its own in it. */
export const showSchemaOf = (kit: Kit, pieces: z.ZodType<Piece>): z.ZodType<Show> =>
  z.object({
    ...base,
    /** Back to front. */
    pieces: z.array(pieces).max(100),
    cues: z.array(cueSchemaOf(whenSchemaOf(kit), stepSchemaOf(kit))).max(500),
    ...(Object.assign({}, ...kit.features.map(({ part }) => part ?? {})) as Record<string, z.ZodType>),
  }) as unknown as z.ZodType<Show>;

export const showSchema = showSchemaOf(KIT, pieceSchema);
