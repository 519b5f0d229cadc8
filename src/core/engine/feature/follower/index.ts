import { z } from 'zod';
import { followedBefore } from '@/core/engine/count/followed';
import type { Feature, Host } from '@/core/engine/kernel/feature';

/* Followers: a person follows once. Who unfollows and follows again is no new follower, in this session and in later ones. */

const DAY_MS = 86_400_000;

/** Whether a follow of the same person counts again: each does; none does; or after so many days. */
const againSchema = z.union([z.literal('each'), z.literal('never'), z.number().int().min(1).max(3650)]);
export type FollowAgain = z.infer<typeof againSchema>;

export interface FollowerShow {
  /** Absent: each, as in shows of before there was this choice. */
  followAgain?: FollowAgain | undefined;
}
type FollowerHost = Host<FollowerShow>;

export const follower = {
  name: 'follower',
  part: { followAgain: againSchema.optional() },
  listens: ({ followAgain = 'each' }) => (followAgain === 'each' ? {} : { refuse: ['follow'] }),
  refuses(state: FollowerHost, { feed, viewer, at }): boolean {
    const { followAgain = 'each' } = state.show;
    if (!viewer || followAgain === 'each') return false;
    if ((state.viewers.get(feed, viewer.id)?.follows ?? 0) > 0) return true;
    const before = followedBefore(state.past, feed, viewer.id);
    return before !== null && (followAgain === 'never' || at - before < followAgain * DAY_MS);
  },
} satisfies Feature<FollowerShow>;
