import { z } from 'zod';
import { streamEventSchema } from '@/core/event/event';
import { KIT, type Brought } from '@/core/engine/features';
import { faultInputSchema } from '@/core/engine/kernel/fault';
import type { Kit } from '@/core/engine/kernel/feature';
import { handOverSchema } from '@/core/intake/hand-over';
import { showSchema, type Show } from '@/core/show/show';
import { carryOverSchemaOf } from './carry-over';

/** What the streamer tells the engine to do. */
export type Command = Brought<'commands'>;

/** The forms of all commands that these features know. */
export const commandSchemaOf = ({ commands }: Kit): z.ZodType<Command> =>
  // Each form has its own name; that it is a union of them is said here once.
  z.discriminatedUnion(
    'command',
    [...commands.values()].map(({ schema }) => schema) as unknown as [z.ZodObject<{ command: z.ZodLiteral<string> }>],
  ) as unknown as z.ZodType<Command>;

export const commandSchema = commandSchemaOf(KIT);

const at = z.number().int().min(0);
const id = z.string().min(1).max(300);

const counters = z.enum(['like', 'follow']);

/** The inputs that belong to no feature. @param show the form of a show made of these features */
const kernelInputsOf = (kit: Kit, show: z.ZodType<Show>) => {
  const carried = carryOverSchemaOf(kit);
  return [
    z.object({ input: z.literal('show'), at, show }),
    /** `feeds`: where each feed stood, since a session's journal must be enough by itself. */
    z.object({
      input: z.literal('begin'),
      at,
      session: id,
      lasting: carried.optional(),
      feeds: z
        .record(
          id,
          z.object({
            position: z.string().max(200),
            room: z.enum(['live', 'off']).nullable(),
            counters: z.partialRecord(counters, z.number().int().min(0)).optional(),
            /** The ids that were let in last: what is sent again after a restart is known, though it belongs to the session before. */
            seen: z.array(z.string().max(300)).max(1000).optional(),
            /** How far the room and its streaks have been counted. */
            counted: handOverSchema.optional(),
          }),
        )
        .optional(),
    }),
    /** `over`: it has ended for good, whatever is live again soon. */
    z.object({ input: z.literal('end'), at, over: z.literal(true).optional() }),
    /** The session that has ended goes on: the broadcast had only been interrupted. `took`: the session that had begun in its place is part of it. */
    z.object({ input: z.literal('resume'), at, took: id.optional() }),
    /** What earlier sessions left, from a browser that has kept it: for a server that has lost it. */
    z.object({ input: z.literal('restore'), at, lasting: carried }),
    /** What sessions of another show of this streamer left, as it came into the home: `from` is its id there, `setup` its id here. */
    z.object({ input: z.literal('join'), at, from: id, setup: id, lasting: carried }),
    /** `position`: where the feed's own stream can be resumed after this event. */
    z.object({ input: z.literal('event'), at, event: streamEventSchema, position: z.string().max(200).optional() }),
    /** The base of a platform's cumulative counter: later readings are measured from it. */
    z.object({
      input: z.literal('counter'),
      at,
      feed: id,
      counter: counters,
      value: z.number().int().min(0),
      position: z.string().max(200).optional(),
    }),
    z.object({ input: z.literal('command'), at, command: commandSchemaOf(kit) }),
    z.object({ input: z.literal('tick'), at }),
    /** An input that could not be done, in its place (guard.ts). */
    faultInputSchema,
  ] as const;
};

/**
 * All that can change a session's state, each with its time (ms, the engine's clock): a line of the journal. The same inputs in the
 * same order give the same state, to the last digit.
 */
export type Input = z.infer<ReturnType<typeof kernelInputsOf>[number]> | Brought<'inputs'>;

/** The forms of all inputs, those of the features among them. */
export const inputSchemaOf = (kit: Kit, show: z.ZodType<Show>): z.ZodType<Input> =>
  z.discriminatedUnion('input', [
    ...kernelInputsOf(kit, show),
    ...([...kit.inputs.values()].map(({ schema }) => schema) as unknown as [
      z.ZodObject<{ input: z.ZodLiteral<'tick'> }>,
    ]),
  ]) as unknown as z.ZodType<Input>;

export const inputSchema = inputSchemaOf(KIT, showSchema);
