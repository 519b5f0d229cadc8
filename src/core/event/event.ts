import { z } from 'zod';
import { feedIdSchema } from './viewer-key';
import { viewerSchema } from './viewer';

/** Milliseconds since the Unix epoch, UTC. The bound is that of ECMAScript's Date (ECMA-262, "Time Values and Time Range"). */
const instant = z.number().int().min(0).max(8.64e15);
const amount = z.number().int().min(0).max(1e12);

/** The platform's own cumulative count behind this event, where that is all it states; the event adds the difference. */
const total = amount.optional();

/** What its viewer wrote with it; absent: nothing, or the platform does not say. */
const message = z.string().min(1).max(4000).optional();

const base = {
  /** Unique in its feed; made from the platform's own id, so that the same message twice is one event. */
  id: z.string().min(1).max(300),
  feed: feedIdSchema,
  /** When it happened, by the platform's clock. */
  at: instant,
  /** When it arrived here. */
  seenAt: instant,
  /** Absent where the platform does not say who. */
  viewer: viewerSchema.optional(),
};

/**
 * The one shape that everything behind intake works with. Counts are differences: what this event adds. Validated where it enters
 * (a platform's adapter, a file), never again inside. docs/event-model.md has an example of each kind.
 */
export const streamEventSchema = z.discriminatedUnion('kind', [
  z.object({
    ...base,
    kind: z.literal('like'),
    /** Likes to the viewer's name. */
    count: amount,
    /** What it adds to the room's total, when that differs from `count` (batches that were dropped, or came late). */
    room: amount.optional(),
    total,
  }),
  z.object({
    ...base,
    kind: z.literal('gift'),
    giftId: z.string().min(1).max(100),
    name: z.string().max(200),
    unitCoins: amount,
    /** Gifts that this event adds; 0 only where it does no more than close a streak. */
    count: amount,
    streakId: z.string().max(500).optional(),
    streakOpen: z.boolean().optional(),
  }),
  z.object({
    ...base,
    kind: z.literal('follow'),
    /** New followers where the platform tells no more than how many; absent: one. */
    count: amount.optional(),
    total,
  }),
  z.object({ ...base, kind: z.literal('share') }),
  z.object({ ...base, kind: z.literal('join') }),
  z.object({ ...base, kind: z.literal('chat'), text: z.string().max(4000) }),
  z.object({
    ...base,
    kind: z.literal('subscribe'),
    tier: z.number().int().min(1).max(100).default(1),
    months: z.number().int().min(0).max(1200).default(1),
    gifted: z.boolean().default(false),
    message,
  }),
  z.object({ ...base, kind: z.literal('giftSubs'), count: amount }),
  z.object({ ...base, kind: z.literal('tip'), amountMinor: amount, currency: z.string().regex(/^[A-Z]{3}$/), message }),
  z.object({ ...base, kind: z.literal('raid'), viewers: amount }),
  z.object({ ...base, kind: z.literal('audience'), watching: amount }),
  z.object({
    ...base,
    kind: z.literal('room'),
    state: z.enum(['offline', 'live', 'ended']),
    /** The platform's id of this broadcast; another id means that cumulative totals start again from nothing. */
    roomId: z.string().max(200).optional(),
    startedAt: instant.optional(),
  }),
]);

export type StreamEvent = z.infer<typeof streamEventSchema>;
export type EventOf<K extends StreamEvent['kind']> = Extract<StreamEvent, { kind: K }>;
