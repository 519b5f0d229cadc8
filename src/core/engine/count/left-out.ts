import { z } from 'zod';
import type { Role } from '@/core/event/viewer';
import { viewerKey, type ViewerRef } from '@/core/event/viewer-key';
import { someoneSchema } from './someone';

/** Who stands on no board: by what they are to the streamer, by name, and those who asked for it. */
export const leftOutSchema = z.object({
  hosts: z.boolean().default(true),
  moderators: z.boolean().default(false),
  bots: z.boolean().default(true),
  named: z.array(someoneSchema).max(500).default([]),
  /** With this a viewer leaves the boards, or comes back; empty: nobody can. */
  keyword: z.string().max(40).default(''),
});
export type LeftOut = z.infer<typeof leftOutSchema>;
export const LEFT_OUT: LeftOut = leftOutSchema.parse({});

/** Whether these roles keep one off the boards. */
export const isRoleLeftOut = ({ hosts, moderators, bots }: LeftOut, roles: readonly Role[]): boolean =>
  (hosts && roles.includes('host')) || (moderators && roles.includes('moderator')) || (bots && roles.includes('bot'));

/** What the rule looks at, beside the show. */
export interface LeftOutKnown {
  /** Viewers with a part in the show, by key: its host, moderators, bots. */
  roles: ReadonlyMap<string, readonly Role[]>;
  /** Viewers who have asked to be left off the boards, by key. */
  unlisted: ReadonlySet<string>;
}

/**
 * The one rule by which a viewer stands on no board: one of those who are the same person is named, has asked for it, or has such a part.
 * @param known looked at each time that somebody is asked about: it may have changed since
 * @param membersOf all who are the same person as a viewer, itself among them
 */
export function leftOutRule(
  leftOut: LeftOut,
  { roles, unlisted }: LeftOutKnown,
  membersOf: (feed: string, viewer: string) => readonly ViewerRef[],
): (feed: string, viewer: string) => boolean {
  const named = new Set(leftOut.named.map(({ feed, viewer }) => viewerKey(feed, viewer)));
  return (feed, viewer) => {
    if (named.size === 0 && unlisted.size === 0 && roles.size === 0) return false;
    return membersOf(feed, viewer).some((member) => {
      const key = viewerKey(member.feed, member.viewer);
      return named.has(key) || unlisted.has(key) || isRoleLeftOut(leftOut, roles.get(key) ?? []);
    });
  };
}
