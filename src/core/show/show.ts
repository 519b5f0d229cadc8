import { z } from 'zod';
import { ALWAYS, holdsSchema } from '@/core/engine/cue/conditions';
import { EVERYONE, whoSchema } from '@/core/engine/cue/who';
import { whenSchema } from '@/core/engine/cue/when';
import { stepSchema } from '@/core/engine/cue/step';
import { SPEECH, speechSchema } from '@/core/engine/alert/speech';
import { countdownSchema } from '@/core/engine/feature/countdown/schema';
import { counterSchema } from '@/core/engine/feature/counter/schema';
import { drawSchema } from '@/core/engine/feature/draw/schema';
import { lanternSchema } from '@/core/engine/feature/lantern/schema';
import { LEFT_OUT, leftOutSchema } from '@/core/engine/count/leaderboard';
import { someoneSchema } from '@/core/engine/count/someone';
import { POINTS, pointsSchema } from '@/core/engine/feature/points/schema';
import { teamSchema } from '@/core/engine/count/team';
import { goalSchema } from '@/core/engine/feature/goal/schema';
import { sceneSchema, TRANSITION, transitionSchema } from '@/core/stage/scene';
import { MOST_ON_WALL, WALL_GROUNDS } from '@/core/stage/wall';
import { SAFE, safeSchema } from '@/core/stage/safe-area';
import { pieceSchema } from '@/core/piece';
import { placeSchema } from '@/core/piece/piece';
import { feedRateSchema, moneySchema } from '@/core/event/money';
import { EVENT_KINDS } from '@/core/event/kind';
import { feedIdSchema } from '@/core/event/viewer-key';
import { mediaSchema } from '@/core/media/media';
import { SOUND, soundSchema } from '@/core/sound/plan';
import { personSchema } from '@/core/engine/count/people';
import { RECORDING_FORMATS } from '@/core/file/format';
import { mappingSchema } from '@/core/platform/mapping';

export const SHOW_FORMAT = 'gavirn.show';
export const SHOW_VERSION = 3;

/** Whether this machine knows a time zone; empty is none. */
function isZone(zone: string): boolean {
  if (zone === '') return true;
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

const id = z.string().min(1).max(100);
const label = z.string().min(1).max(80);

const feedBase = {
  id: feedIdSchema,
  /** The streamer's handle there; for any other platform, what the streamer calls it. */
  handle: z.string().min(1).max(64),
  /** False: the streamer has stopped it; it stays in the show and connects to nothing. */
  on: z.boolean(),
  rate: feedRateSchema.default({ coin: 0, kept: 0 }),
  /** Kinds that an account must be admitted to, and this one is. */
  admitted: z.array(z.enum(EVENT_KINDS)).max(EVENT_KINDS.length).default([]),
};

/** How a mapped feed's messages come. An address that holds a secret does not belong here: `{secret}` in it is filled in by the server. */
export const transportSchema = z.discriminatedUnion('transport', [
  z.object({ transport: z.literal('sse'), url: z.url({ protocol: /^https?$/ }).max(2000) }),
  z.object({ transport: z.literal('websocket'), url: z.url({ protocol: /^wss?$/ }).max(2000) }),
  z.object({
    transport: z.literal('poll'),
    url: z.url({ protocol: /^https?$/ }).max(2000),
    everyMs: z.number().int().min(500).max(600_000),
  }),
  z.object({ transport: z.literal('webhook') }),
]);
export type Transport = z.infer<typeof transportSchema>;

export const feedSchema = z.discriminatedUnion('platform', [
  z.object({ ...feedBase, platform: z.literal('brindle') }),
  /** `helper`: the account that posts in chat for the streamer; empty when there is none. */
  z.object({ ...feedBase, platform: z.literal('oxbow'), helper: z.string().max(64).default('') }),
  z.object({ ...feedBase, platform: z.literal('tarn') }),
  z.object({ ...feedBase, platform: z.literal('mapped'), source: transportSchema, rules: mappingSchema.shape.rules }),
  z.object({ ...feedBase, platform: z.literal('cloudevents'), rules: mappingSchema.shape.rules.default([]) }),
  z.object({ ...feedBase, platform: z.literal('activity') }),
  z.object({
    ...feedBase,
    platform: z.literal('file'),
    as: z.enum(RECORDING_FORMATS),
    speed: z.number().min(1).max(100).default(1),
  }),
]);
export type Feed = z.infer<typeof feedSchema>;
export type PlatformName = Feed['platform'];

/** So many steps one cue has at most. */
export const MOST_STEPS = 20;

export const cueSchema = z.object({
  id,
  /** The streamer's own name for it; empty: its sentence says it all. */
  name: z.string().max(80).default(''),
  /** The heading under which the streamer keeps it; absent: none. */
  group: z.string().max(40).optional(),
  on: z.boolean(),
  when: whenSchema,
  /** The feeds it listens to; none named: all. */
  feeds: z.array(id).max(20).default([]),
  who: whoSchema.default(EVERYONE),
  holds: holdsSchema.default(ALWAYS),
  steps: z.array(stepSchema).min(1).max(MOST_STEPS),
});
export type Cue = z.infer<typeof cueSchema>;

/** What an outlet carries: the whole frame; some pieces; one scene, whatever is shown elsewhere; or some pieces large on a screen of their own. */
export const outletShowsSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('all') }),
  z.object({ kind: z.literal('pieces'), pieces: z.array(id).max(100) }),
  z.object({ kind: z.literal('scene'), scene: id }),
  z.object({ kind: z.literal('wall'), pieces: z.array(id).max(MOST_ON_WALL), ground: z.enum(WALL_GROUNDS) }),
]);

/** `sounds`: what is heard is heard from here. One at a time does, so that nothing is heard twice. */
export const outletSchema = z.object({
  id,
  name: label,
  sounds: z.boolean().default(false),
  shows: outletShowsSchema.default({ kind: 'all' }),
  /** For viewers, or a screen that only the streamer sees. */
  whose: z.enum(['viewers', 'me']).default('viewers'),
});
export type Outlet = z.infer<typeof outletSchema>;
export type OutletShows = Outlet['shows'];

export const frameSchema = z.object({
  width: z.number().int().min(16).max(7680),
  height: z.number().int().min(16).max(7680),
});
export type FrameSize = z.infer<typeof frameSchema>;

/**
 * One saved setup (docs/show-document.md). It holds no secrets: keys of outlets and of the desk are kept beside it, so that a
 * show file can be handed to anyone.
 */
export const showSchema = z.object({
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
  /** Back to front. */
  pieces: z.array(pieceSchema).max(100),
  /** None: there is one picture, with all pieces. The first is shown as a session begins. */
  scenes: z.array(sceneSchema).max(12).default([]),
  transition: transitionSchema.default(TRANSITION),
  /** What platforms lay over the frame, and how it is looked at. */
  safe: safeSchema.default(SAFE),
  /** Findings of the layout that the streamer has dismissed, by their keys. */
  dismissed: z.array(z.string().max(300)).max(500).default([]),
  /** How the pieces stood on frames of other proportions, by `width×height`: turned back, they stand so again. */
  layouts: z
    .record(
      z.string().max(20),
      z.record(id, z.object({ place: placeSchema, places: z.record(id, placeSchema).optional() })),
    )
    .default({}),
  cues: z.array(cueSchema).max(500),
  goals: z.array(goalSchema).max(50),
  counters: z.array(counterSchema).max(50).default([]),
  countdowns: z.array(countdownSchema).max(20).default([]),
  lanterns: z.array(lanternSchema).max(20).default([]),
  draws: z.array(drawSchema).max(20).default([]),
  teams: z.array(teamSchema).max(12).default([]),
  /** Who stands on no leaderboard. */
  leftOut: leftOutSchema.default(LEFT_OUT),
  /** Points, levels and perks. */
  points: pointsSchema.default(POINTS),
  /** The streamer's own files that the show uses: what is known of them. Their bytes are kept beside it, by id. */
  media: z.array(mediaSchema).max(500).default([]),
  sound: soundSchema.default(SOUND),
  speech: speechSchema.default(SPEECH),
  outlets: z.array(outletSchema).max(50),
});

export type Show = z.infer<typeof showSchema>;
