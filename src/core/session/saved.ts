import { z } from 'zod';
import { EVENT_KINDS } from '@/core/event/kind';
import { streamEventSchema } from '@/core/event/event';
import { ROLES } from '@/core/event/viewer';
import { whole } from '@/core/event/whole';
import { showSchema } from '@/core/show/show';
import { drawProofSchema } from '@/core/engine/feature/draw/schema';
import { faultSchema } from '@/core/engine/kernel/fault';
import { courseSchema } from './carry-over';
import { accountSchema } from '@/core/engine/feature/points/ledger';
import { lookSchema } from '@/core/engine/alert/look';
import { NOTABLE_KINDS, notablesSchema } from '@/core/engine/feature/plate/slice';
import { pastViewerSchema, rowSchema } from '@/core/engine/count/past';
import type { FrozenState } from './state';
import { WORD_FIELDS } from '@/core/words/fields';

/* A state as it is saved, described: what is read from a disk is believed only where it has this form. */

const text = z.string();
const number = z.number();
const ms = z.number();
const byId = <T extends z.ZodType>(value: T) => z.array(z.tuple([text, value]));

const audible = [
  z.object({ kind: z.literal('sound'), sound: text, volume: number }),
  z.object({ kind: z.literal('speech'), text, language: text, speed: number, pitch: number, voice: text }),
] as const;
const [sound, speech] = audible;
const heard = z.discriminatedUnion('kind', [
  sound.extend({ id: text, at: ms }),
  speech.extend({ id: text, at: ms }),
  z.object({ kind: z.literal('hush'), id: text, at: ms }),
]);
const heardBehind = z.discriminatedUnion('kind', [sound.extend({ after: ms }), speech.extend({ after: ms })]);

/** As they stand in an alert: what a viewer wrote may be long. */
const values = z.partialRecord(z.enum(WORD_FIELDS), z.union([text, number]));

const joining = {
  cue: text,
  words: text,
  values,
  joins: z.enum(['add', 'group', 'latest']).nullable(),
  key: text.nullable(),
  names: z.array(text),
  worth: number,
};
const alert = z.object({
  ...joining,
  id: text,
  spotlight: text,
  at: ms,
  from: ms,
  until: ms,
  length: ms,
  place: number,
  text,
  sounds: z.array(heardBehind),
  begun: z.boolean(),
  trial: z.boolean(),
  look: lookSchema.optional(),
});
const cause = z.object({
  values,
  trial: z.boolean(),
  joins: joining.joins,
  key: text.nullable(),
  names: z.array(text),
  worth: number,
  feed: text.nullable(),
  viewer: text.nullable(),
  seed: text,
});

const totals = z.object({
  events: number,
  byKind: z.record(z.enum(EVENT_KINDS), number),
  gifts: number,
  coins: number,
  likes: number,
  viewerLikes: number,
  follows: number,
  subscriptions: number,
  giftSubs: number,
  raidViewers: number,
  tips: z.record(text, number),
  worth: number,
  earned: number,
  tipWorth: number,
  points: number,
  watching: number,
  peakWatching: number,
});
const viewer = z.object({
  key: text,
  id: text,
  feed: text,
  name: text,
  handle: text,
  likes: number,
  coins: number,
  gifts: number,
  follows: number,
  shares: number,
  chats: number,
  subscriptions: number,
  giftSubs: number.optional(),
  tips: number.optional(),
  worth: number,
  points: number,
  days: z.array(z.tuple([whole, z.array(number)])).optional(),
  firstAt: ms,
  lastAt: ms,
});
const countdown = z.object({
  id: text,
  endsAt: ms.nullable(),
  left: ms,
  over: z.boolean().optional(),
  boost: z.object({ times: number, until: ms }).optional(),
  added: z.array(z.tuple([number, ms])).optional(),
});
const draw = z.object({
  id: text,
  seed: text.nullable(),
  hash: text.nullable(),
  number,
  entered: z.record(text, text),
  last: drawProofSchema.nullable(),
  turns: z.object({ from: ms, until: ms }).nullable(),
});
const gift = streamEventSchema.options.find(
  (option) => option.shape.kind.value === 'gift',
) as (typeof streamEventSchema.options)[1];
const trouble = z.object({
  badCount: number,
  bad: z.array(z.object({ at: ms, reason: text, text })),
  lost: number,
  gaps: z.array(z.object({ from: ms.nullable(), at: ms, lost: number.nullable() })),
  duplicates: number,
});
const memory = z.object({
  cue: text,
  fired: number,
  lastAt: ms.nullable(),
  byViewer: byId(ms),
  recent: z.array(z.object({ at: ms, count: number })),
  ticks: number,
  picked: z.record(text, number),
});
const standings = z.record(text, z.array(text));

export const frozenStateSchema: z.ZodType<FrozenState> = z.object({
  now: ms,
  show: showSchema,
  session: z.object({ id: text, startedAt: ms, endedAt: ms.nullable() }).nullable(),
  totals,
  alerts: number,
  played: z.array(alert),
  viewers: z.array(viewer),
  goals: z.array(courseSchema),
  counters: byId(number),
  countdowns: z.array(countdown),
  minutes: z.array(rowSchema),
  quarters: z.array(rowSchema),
  before: z.array(pastViewerSchema),
  roles: byId(z.array(z.enum(ROLES))),
  unlisted: z.array(text),
  sides: byId(text),
  notables: z.array(z.tuple([z.enum(NOTABLE_KINDS), notablesSchema])),
  audience: z.object({ peak: number, feeds: byId(z.object({ watching: number, since: ms, sum: number, begun: ms })) }),
  placeToldAt: ms,
  standings: z.object({ minute: number, before: standings, now: standings }),
  shelf: z.object({ latest: z.array(z.object({ name: text, coins: number })), all: number }),
  accounts: z.array(accountSchema),
  hand: z.array(
    z.object({ id: text, at: ms, number: text, from: number, to: number, undone: z.boolean(), by: text.optional() }),
  ),
  hands: number,
  lanterns: byId(z.object({ base: number, gone: number })),
  draws: z.array(draw),
  queues: z.array(z.object({ spotlight: text, held: z.boolean(), alerts: z.array(alert) })),
  streaks: byId(z.object({ viewer: text, gift: text, count: number, at: ms, last: gift })),
  troubles: byId(trouble),
  memories: z.array(memory),
  pending: z.array(z.object({ at: ms, cue: text, step: number, cause, calls: z.array(text) })),
  heard: z.array(heard),
  sounds: number,
  lines: z.array(z.object({ id: text, at: ms, text, cue: text.optional() })),
  floating: z.array(z.object({ id: text, at: ms, emoji: text })),
  floats: number,
  chats: z.array(
    z.object({ id: text, at: ms, feed: text, viewer: text, name: text, roles: z.array(z.enum(ROLES)), text }),
  ),
  hidden: z.array(text),
  scene: text,
  faults: z.array(faultSchema),
  stopped: z.object({ cues: z.array(text), feeds: z.array(text) }),
});
