import { z } from 'zod';
import type { Leaderboard } from '@/core/engine/count/leaderboard';
import { someoneSchema, type Someone } from '@/core/engine/count/someone';
import type { ViewerTally } from '@/core/engine/count/viewer-tally';
import type { EventMoment } from '@/core/engine/kernel/when';
import { phrase, type Phrase } from '@/core/words/phrase';

/** For whom a cue is. */
export const whoSchema = z.object({
  are: z.enum(['everyone', 'followers', 'subscribers', 'moderators', 'top', 'level']).default('everyone'),
  /** How many places count as the top, by coins. */
  top: z.number().int().min(1).max(20).default(3),
  /** The least level, where points lead to levels. */
  level: z.number().int().min(1).max(100).optional(),
  /** Certain viewers; none named: all of the above. */
  only: z.array(someoneSchema).max(100).default([]),
  never: z.array(someoneSchema).max(100).default([]),
});
export type Who = z.infer<typeof whoSchema>;

export const EVERYONE: Who = { are: 'everyone', top: 3, only: [], never: [] };

export const WHO_TITLES: Record<Who['are'], Phrase> = {
  everyone: phrase('Everyone'),
  followers: phrase('Followers, as far as is known'),
  subscribers: phrase('Subscribers'),
  moderators: phrase('Moderators'),
  top: phrase('The top supporters'),
  level: phrase('From a level on'),
};

/** Whether the cue is for the one who did this. Moments of nobody are for everyone, and for no one in particular. */
export function isFor(
  who: Who,
  { event, tally }: EventMoment,
  board: Leaderboard | undefined,
  known: { levelOf: (feed: string, viewer: string) => number; hasFollowed: (feed: string, viewer: string) => boolean },
): boolean {
  if (who.are === 'everyone' && who.only.length === 0 && who.never.length === 0) return true;
  const { viewer } = event;
  if (!viewer) return who.are === 'everyone' && who.only.length === 0;
  const named = (list: readonly Someone[]): boolean =>
    list.some((one) => one.feed === event.feed && one.viewer === viewer.id);
  if (named(who.never)) return false;
  if (who.only.length > 0 && !named(who.only)) return false;
  switch (who.are) {
    case 'everyone':
      return true;
    case 'followers':
      return (tally?.follows ?? 0) > 0 || known.hasFollowed(event.feed, viewer.id);
    case 'subscribers':
      return viewer.roles.includes('subscriber') || (tally?.subscriptions ?? 0) > 0;
    case 'moderators':
      return viewer.roles.includes('moderator') || viewer.roles.includes('host');
    case 'top':
      return placeOf(board, tally) <= who.top;
    case 'level':
      return known.levelOf(event.feed, viewer.id) >= (who.level ?? 1);
  }
}

/** The viewer's place on a board, 1 for the first, shared by equals; Infinity when they are not on it. */
export function placeOf(board: Leaderboard | undefined, tally: ViewerTally | null): number {
  let at = board && tally ? board.places.indexOf(tally) : -1;
  if (!board || !tally || at < 0) return Infinity;
  // Equals stand next to each other: the first of them has the place of all.
  const value = tally[board.measure] ?? 0;
  while (at > 0 && (board.places[at - 1]?.[board.measure] ?? 0) === value) at -= 1;
  return at + 1;
}

/** For whom, in the sentence: "for subscribers"; null when it is for everyone. */
export function whoWords(who: Who): Phrase | null {
  const are: Record<Who['are'], () => Phrase> = {
    everyone: () => phrase('everyone'),
    followers: () => phrase('followers'),
    subscribers: () => phrase('subscribers'),
    moderators: () => phrase('moderators'),
    top: () => phrase('the top {n}', { n: who.top }),
    level: () => phrase('viewers from level {n} on', { n: who.level ?? 1 }),
  };
  const names = (list: Who['only']): { and: string[] } => ({ and: list.map(({ name }) => name) });
  const whom = who.only.length > 0 ? phrase('only {names}', { names: names(who.only) }) : are[who.are]();
  if (who.never.length > 0) return phrase('{whom} but {names}', { whom, names: names(who.never) });
  return who.only.length === 0 && who.are === 'everyone' ? null : whom;
}
