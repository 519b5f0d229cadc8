import { pushKept } from '@/core/event/kept';
import { z } from 'zod';
import { streamEventSchema } from '@/core/event/event';
import { phrase, type Phrase } from '@/core/words/phrase';

/* What goes wrong inside the engine: it is written down, said to the streamer, and stops nothing else. */

/** One input does at most so many steps, whatever its cues call (docs/cues.md). */
export const MOST_STEPS = 1000;
/** So many steps wait for their time at once. */
export const MOST_PENDING = 5000;
/** So many times of clocks are caught up with by one input. */
export const MOST_DUE = 10_000;
/** The third fault of one origin within this time switches it off, ms. */
export const FAULTS_WITHIN_MS = 60_000;
export const MOST_FAULTS = 3;
const KEPT_FAULTS = 20;

/** What went wrong: an input could not be done, or a cue wanted more than its share. */
const FAULT_KINDS = ['fault', 'steps', 'waits'] as const;

export const faultSchema = z.object({
  /** ms, the engine's clock: the latest time. */
  at: z.number(),
  why: z.enum(FAULT_KINDS),
  /** The cue that was at work, and the feed that the input came from; null where there was none. */
  cue: z.string().max(300).nullable(),
  feed: z.string().max(300).nullable(),
  /** How often in a row. */
  count: z.number().int().min(1),
  /** The cue or feed was switched off for it. */
  off: z.boolean(),
});
export type Fault = z.infer<typeof faultSchema>;

/** A fault as a line of the journal: in the place of the input that could not be done. */
export const faultInputSchema = z.object({
  input: z.literal('fault'),
  at: z.number().int().min(0),
  cue: z.string().max(300).nullable(),
  feed: z.string().max(300).nullable(),
  /** What kind of input it was, and what the engine said. */
  what: z.string().max(100),
  reason: z.string().max(1000),
  /** Its cue, or else its feed, is switched off from here on. */
  off: z.boolean(),
  /** The event that was not counted, so that it stays known and is not taken in again; and where its feed can be resumed behind it. */
  lost: streamEventSchema.optional(),
  position: z.string().max(200).optional(),
});
export type FaultInput = z.infer<typeof faultInputSchema>;

/** Takes note of a fault; the same one again within a minute is counted. `faults` is changed in place. */
export function noteFault(faults: Fault[], fault: Omit<Fault, 'count'>): void {
  const last = faults.at(-1);
  if (
    last &&
    last.why === fault.why &&
    last.cue === fault.cue &&
    last.feed === fault.feed &&
    fault.at - last.at < FAULTS_WITHIN_MS
  ) {
    faults[faults.length - 1] = { ...fault, count: last.count + 1, off: last.off || fault.off };
    return;
  }
  pushKept(faults, { ...fault, count: 1 }, KEPT_FAULTS);
}

/** Where the names of cues and feeds are found. */
export interface FaultNames {
  cues: readonly { id: string; name: string }[];
  feeds: readonly { id: string; handle: string }[];
}

/** A fault in a sentence for the streamer: what happened, what is still safe, what to do. */
export function faultWords({ why, cue, feed, off }: Fault, show: FaultNames): Phrase {
  const at = show.cues.findIndex(({ id }) => id === cue);
  const name =
    cue === null
      ? null
      : at < 0
        ? phrase('A cue that is gone')
        : phrase('The cue “{name}”', { name: show.cues[at]?.name || phrase('cue {n}', { n: at + 1 }) });
  if (why === 'steps')
    return phrase(
      '{name} set off more than {most, number} steps at once. The rest was left out. Look at what it calls.',
      { name: name ?? phrase('A cue'), most: MOST_STEPS },
    );
  if (why === 'waits')
    return phrase(
      '{name} has more than {most, number} steps waiting. What came on top was left out. Shorten its wait, or let it run less often.',
      { name: name ?? phrase('A cue'), most: MOST_PENDING },
    );
  if (name !== null)
    return off
      ? phrase(
          '{name} failed {most} times within a minute and was switched off. All else goes on. Change it, or switch it off and on again, to start it anew.',
          { name, most: MOST_FAULTS },
        )
      : phrase('{name} failed, and what set it off was not counted. All else goes on. Look at its steps.', { name });
  const handle = show.feeds.find(({ id }) => id === feed)?.handle;
  const whose = handle === undefined ? phrase('a feed') : phrase('the feed of {handle}', { handle });
  if (feed === null)
    return phrase('Something could not be done. All else goes on, and nothing that was counted is lost.');
  return off
    ? phrase(
        '{most} messages of {whose} could not be worked with within a minute, and the feed was switched off. All else goes on. Stop it and start it again on its page.',
        { most: MOST_FAULTS, whose },
      )
    : phrase('A message of {whose} could not be worked with and was not counted. All else goes on.', { whose });
}
