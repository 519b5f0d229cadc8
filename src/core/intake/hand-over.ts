import { z } from 'zod';
import { closeStreak, type IntakeState } from './intake';

/** So many streaks go on to the next session, those that had a step last. */
const MOST_STREAKS = 500;

const whole = z.number().int().min(0);

/**
 * What a feed's intake needs for what it will hear to be counted once, where a session's journal begins anew: how far the room's likes and the
 * streaks have been counted. A platform states both as totals, and they go on over the session's beginning.
 */
export const handOverSchema = z.object({
  roomId: z.string().max(300).nullable(),
  roomLikes: whole,
  /** ms, by the platform's clock. */
  roomAt: z.number(),
  readings: whole,
  streaks: z
    .array(z.object({ key: z.string().max(500), count: whole, at: z.number(), open: z.boolean() }))
    .max(MOST_STREAKS),
});
export type HandOver = z.infer<typeof handOverSchema>;

export const handOver = ({ roomId, roomLikes, roomAt, readings, streaks }: IntakeState): HandOver => ({
  roomId,
  roomLikes,
  roomAt,
  readings,
  streaks: [...streaks].slice(-MOST_STREAKS).map(([key, { count, at, open }]) => ({ key, count, at, open })),
});

/** Takes over what `handOver` gave. Changes the state. */
export function takeOver(state: IntakeState, { roomId, roomLikes, roomAt, readings, streaks }: HandOver): void {
  Object.assign(state, { roomId, roomLikes, roomAt, readings });
  for (const { key, count, at, open } of streaks) {
    state.streaks.set(key, { count, at, open });
    if (open) state.open.add(key);
    else closeStreak(state, key);
  }
}
