import { z } from 'zod';
import { EVENT_KINDS } from '@/core/event/kind';
import { ROLES, type Role, type Viewer } from '@/core/event/viewer';
import { viewerKey } from '@/core/event/viewer-key';
import { isRoleLeftOut, LEFT_OUT, leftOutSchema } from '@/core/engine/count/left-out';
import type { Feature, KernelState } from '@/core/engine/kernel/feature';
import { entriesByKey } from '@/core/engine/kernel/kept';
import { renewWindows } from '@/core/engine/kernel/state';
import { plain } from '@/core/words/plain';
import { aired } from '@/core/words/on-air';

/* Who stands on no leaderboard: whoever has a part in the show, and who asked for it. The rule itself is in count/left-out.ts. */

const PARTS: readonly Role[] = ['host', 'moderator', 'bot'];

/** Whoever has a part in the show may be left off its boards, at once. */
function noteRoles(state: KernelState, feed: string, { id, roles }: Viewer): void {
  const parts = roles.filter((role) => PARTS.includes(role));
  const key = viewerKey(feed, id);
  const known = state.roles.get(key) ?? [];
  if (parts.length === known.length && parts.every((role) => known.includes(role))) return;
  if (parts.length > 0) state.roles.set(key, parts);
  else state.roles.delete(key);
  const { leftOut: rule } = state.show;
  if (isRoleLeftOut(rule, parts) !== isRoleLeftOut(rule, known) && state.viewers.get(feed, id)) renewWindows(state);
}

/** Those who asked for it with another show, or before, stay off here too. */
function addUnlisted(state: KernelState, { unlisted }: { unlisted: string[] }): void {
  state.unlisted = new Set([...unlisted, ...state.unlisted]);
}

export const leftOut = {
  name: 'leftOut',
  part: { leftOut: leftOutSchema.default(LEFT_OUT) },
  saved: {
    roles: z.array(z.tuple([z.string(), z.array(z.enum(ROLES))])),
    unlisted: z.array(z.string()),
  },
  serialize: ({ roles, unlisted }) => ({ roles: entriesByKey(roles), unlisted: [...unlisted].sort() }),
  deserialize: (saved: { roles: [string, Role[]][]; unlisted: string[] }) => ({
    roles: new Map(saved.roles),
    unlisted: new Set(saved.unlisted),
  }),
  // Those who asked for it.
  carried: { unlisted: z.array(z.string().max(310)).default([]) },
  carryOver: ({ unlisted }) => ({ unlisted: [...unlisted].sort() }),
  takeOver(state, { unlisted }: { unlisted: string[] }) {
    state.unlisted = new Set(unlisted);
  },
  giveBack: addUnlisted,
  join: addUnlisted,
  keywords: ({ leftOut: { keyword }, language }) => [
    { word: keyword, does: aired(language, 'off the leaderboards, or back') },
  ],
  listens: () => ({ meet: EVENT_KINDS }),
  meet(state, { feed, viewer }) {
    if (viewer && viewer.roles.length > 0) noteRoles(state, feed, viewer);
  },
  // A viewer's keyword takes them off the boards, or puts them back.
  answer(state, { feed, viewer }, word) {
    const { keyword } = state.show.leftOut;
    if (!viewer || keyword === '' || word !== plain(keyword)) return;
    const key = viewerKey(feed, viewer.id);
    if (!state.unlisted.delete(key)) state.unlisted.add(key);
    renewWindows(state);
  },
} satisfies Feature;
