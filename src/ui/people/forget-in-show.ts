import type { Draft } from 'immer';
import { viewerKey } from '@/core/event/viewer-key';
import type { Show } from '@/core/show/show';

/** Takes a viewer out of everything that the show's own document says of them. */
export function forgetInShow(draft: Draft<Show>, someone: { feed: string; viewer: string }): void {
  const same = (one: { feed: string; viewer: string }): boolean =>
    one.feed === someone.feed && one.viewer === someone.viewer;
  draft.notes = draft.notes.filter((one) => !same(one));
  draft.leftOut.named = draft.leftOut.named.filter((one) => !same(one));
  draft.people = draft.people
    .map((each) => ({ ...each, members: each.members.filter((one) => !same(one)) }))
    .filter(({ members }) => members.length > 1);
  draft.speech.viewers = draft.speech.viewers.filter((one) => one.viewer !== viewerKey(someone.feed, someone.viewer));
  for (const team of draft.teams) team.members = team.members.filter((one) => !same(one));
  // A goal that was theirs alone is nobody's any more.
  draft.goals = draft.goals.filter(({ by }) => by?.kind !== 'viewer' || !same(by));
  for (const cue of draft.cues) {
    cue.who.only = cue.who.only.filter((one) => !same(one));
    cue.who.never = cue.who.never.filter((one) => !same(one));
  }
}
