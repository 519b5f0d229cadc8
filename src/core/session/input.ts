import { z } from 'zod';
import { feedIdSchema } from '@/core/event/viewer-key';
import { streamEventSchema } from '@/core/event/event';
import { wordValuesSchema } from '@/core/words/values';
import { faultInputSchema } from '@/core/engine/kernel/fault';
import { lastingSchema } from './carry-over';
import { showSchema } from '@/core/show/show';

const at = z.number().int().min(0);
const id = z.string().min(1).max(300);

/** What the streamer tells the engine to do. */
export const commandSchema = z.discriminatedUnion('command', [
  /** `values`: in place of made-up ones. */
  z.object({ command: z.literal('try'), cue: id, values: wordValuesSchema.optional() }),
  z.object({ command: z.literal('skip'), alert: id }),
  z.object({ command: z.literal('replay'), alert: id }),
  /** A button of the desk: a cue that waits for it. */
  z.object({ command: z.literal('press'), cue: id }),
  /** Adds to a number by hand (numbers.ts): seconds for a countdown. */
  z.object({
    command: z.literal('nudge'),
    number: z.string().min(1).max(420),
    by: z.number().int().min(-1e9).max(1e9),
  }),
  /** Sets a number by hand. */
  z.object({ command: z.literal('set'), number: z.string().min(1).max(420), to: z.number().int().min(-1e9).max(1e9) }),
  /** Takes a change by hand back. */
  z.object({ command: z.literal('takeBack'), change: id }),
  /** Points of several viewers, as a file has them: all at once. */
  z.object({
    command: z.literal('import'),
    rows: z
      .array(
        z.object({
          feed: feedIdSchema,
          id: z.string().min(1).max(210),
          handle: z.string().max(400),
          name: z.string().max(400),
          points: z.number().int().min(0).max(1e12),
        }),
      )
      .max(20_000),
  }),
  z.object({ command: z.literal('draw'), draw: id }),
  z.object({ command: z.literal('scene'), scene: id }),
  /** What viewers add to a countdown counts several times, for a while; once: no more. */
  z.object({
    command: z.literal('boost'),
    countdown: id,
    times: z.number().int().min(1).max(10),
    seconds: z.number().int().min(1).max(86_400),
  }),
  z.object({ command: z.literal('pause'), countdown: id, on: z.boolean() }),
  /** Ends all that is heard. */
  z.object({ command: z.literal('hush') }),
  /** Plays a few bells, to find out whether they are heard. */
  z.object({ command: z.literal('tone') }),
  z.object({ command: z.literal('hold'), spotlight: id, on: z.boolean() }),
  z.object({ command: z.literal('clear'), spotlight: id }),
]);
export type Command = z.infer<typeof commandSchema>;

/**
 * All that can change a session's state, each with its time (ms, the engine's clock): a line of the journal. The same inputs in the
 * same order give the same state, to the last digit.
 */
export const inputSchema = z.discriminatedUnion('input', [
  z.object({ input: z.literal('show'), at, show: showSchema }),
  /** `feeds`: where each feed stood, since a session's journal must be enough by itself. */
  z.object({
    input: z.literal('begin'),
    at,
    session: id,
    lasting: lastingSchema.optional(),
    feeds: z
      .record(
        id,
        z.object({
          position: z.string().max(200),
          room: z.enum(['live', 'off']).nullable(),
          counters: z.partialRecord(z.enum(['like', 'follow']), z.number().int().min(0)).optional(),
          /** The ids that were let in last: what is sent again after a restart is known, though it belongs to the session before. */
          seen: z.array(z.string().max(300)).max(1000).optional(),
        }),
      )
      .optional(),
  }),
  z.object({ input: z.literal('end'), at }),
  /** What earlier sessions left, from a browser that has kept it: for a server that has lost it. */
  z.object({ input: z.literal('restore'), at, lasting: lastingSchema }),
  /** `position`: where the feed's own stream can be resumed behind this event. */
  z.object({ input: z.literal('event'), at, event: streamEventSchema, position: z.string().max(200).optional() }),
  z.object({ input: z.literal('streakEnd'), at, feed: id, streak: z.string().max(500) }),
  z.object({
    input: z.literal('gap'),
    at,
    feed: id,
    from: at.nullish(),
    lost: z.number().int().min(0).nullable(),
    position: z.string().max(200).optional(),
  }),
  /** The base of a platform's cumulative counter: later readings are measured from it. */
  z.object({
    input: z.literal('counter'),
    at,
    feed: id,
    counter: z.enum(['like', 'follow']),
    value: z.number().int().min(0),
    position: z.string().max(200).optional(),
  }),
  z.object({
    input: z.literal('bad'),
    at,
    feed: id,
    reason: z.string().max(1000),
    text: z.string().max(5000),
    position: z.string().max(200).optional(),
  }),
  z.object({ input: z.literal('command'), at, command: commandSchema }),
  /** The seed of a draw yet to come, made outside of core: it has no chance of its own. */
  z.object({ input: z.literal('seed'), at, draw: id, seed: z.string().regex(/^[0-9a-f]{64}$/) }),
  z.object({ input: z.literal('tick'), at }),
  /** An input that could not be done, in its place (guard.ts). */
  faultInputSchema,
]);
export type Input = z.infer<typeof inputSchema>;
