import { z } from 'zod';
import { EVENT_KINDS } from '@/core/event/kind';
import { feedRateSchema } from '@/core/event/money';
import { feedIdSchema } from '@/core/event/viewer-key';
import { RECORDING_FORMATS } from './recording-format';
import { mappingSchema } from '@/core/platform/mapping';

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
