import { z } from 'zod';
import { feedIdSchema, viewerKey } from '@/core/event/viewer-key';
import type { Past, PastViewer } from './past';
import { BOARD_MEASURES } from './row';
import { newTally, type ViewerTally } from './viewer-tally';
import type { Viewers } from './viewers';

/** Viewers of several feeds that the streamer has said are one person. Parting them is taking this away: nothing is mixed for good. */
export const personSchema = z.object({
  id: z.string().min(1).max(100),
  members: z
    .array(z.object({ feed: feedIdSchema, viewer: z.string().min(1).max(200) }))
    .min(2)
    .max(20),
});
export type Person = z.infer<typeof personSchema>;

interface Joined {
  tally: ViewerTally;
  members: Person['members'];
}

/** Each viewer's tallies stay their own; a person's is their sum, made anew when one of them changes. */
export class People {
  private readonly byMember = new Map<string, Joined>();
  private readonly byKey = new Map<string, Joined>();

  constructor(
    people: readonly Person[],
    private readonly viewers: Viewers,
  ) {
    for (const { id, members } of people) {
      const joined: Joined = { members, tally: emptyTally(id) };
      for (const { feed, viewer } of members) this.byMember.set(viewerKey(feed, viewer), joined);
      this.byKey.set(joined.tally.key, joined);
      this.sum(joined);
    }
  }

  /** The tally that counts for a viewer: their own, or that of the person they belong to. */
  tallyOf(tally: ViewerTally): ViewerTally {
    if (this.byMember.size === 0) return tally;
    const joined = this.byMember.get(tally.key);
    if (!joined) return tally;
    this.sum(joined);
    return joined.tally;
  }

  /** All viewers who are the same person as this one, itself among them. */
  membersOf(feed: string, viewer: string): Person['members'] {
    return this.byMember.get(viewerKey(feed, viewer))?.members ?? [{ feed, viewer }];
  }

  /** The viewers (`feed/id`) that a tally stands for. */
  keysOf(tally: ViewerTally): string[] {
    const members = this.byMember.size > 0 ? this.byKey.get(tally.key)?.members : undefined;
    return members ? members.map(({ feed, viewer }) => viewerKey(feed, viewer)) : [tally.key];
  }

  /** Whether a tally stands for several viewers. */
  isSeveral(tally: ViewerTally): boolean {
    return this.byMember.size > 0 && this.byKey.has(tally.key);
  }

  /** Of all viewers that a tally stands for: what they did in this session, and before. */
  partsOf(tally: ViewerTally, past: Past): { own: ViewerTally | undefined; before: PastViewer | undefined }[] {
    const members = this.byMember.size > 0 ? this.byKey.get(tally.key)?.members : undefined;
    if (!members) return [{ own: this.viewers.get(tally.feed, tally.id), before: past.viewers.get(tally.key) }];
    return members.map(({ feed, viewer }) => ({
      own: this.viewers.get(feed, viewer),
      before: past.viewers.get(viewerKey(feed, viewer)),
    }));
  }

  /** The tally of a viewer of earlier sessions: their person's, or one of nothing. */
  tallyBefore({ feed, id, name, handle }: PastViewer): ViewerTally {
    return (
      this.byMember.get(viewerKey(feed, id))?.tally ?? {
        ...emptyTally(id),
        key: viewerKey(feed, id),
        feed,
        name,
        handle,
      }
    );
  }

  /** Everybody once. */
  *all(): Generator<ViewerTally> {
    const seen = new Set<Joined>();
    for (const tally of this.viewers.values()) {
      const joined = this.byMember.get(tally.key);
      if (!joined) yield tally;
      else if (!seen.has(joined)) {
        seen.add(joined);
        yield joined.tally;
      }
    }
  }

  private sum({ tally, members }: Joined): void {
    for (const field of BOARD_MEASURES) tally[field] = 0;
    tally.lastAt = 0;
    tally.firstAt = Infinity;
    for (const { feed, viewer } of members) {
      const own = this.viewers.get(feed, viewer);
      if (!own) continue;
      for (const field of BOARD_MEASURES) tally[field] = (tally[field] ?? 0) + (own[field] ?? 0);
      // The first member seen gives the name: a person does not change names with every message.
      if (own.firstAt < tally.firstAt) Object.assign(tally, { name: own.name, handle: own.handle });
      tally.firstAt = Math.min(tally.firstAt, own.firstAt);
      tally.lastAt = Math.max(tally.lastAt, own.lastAt);
    }
  }
}

const emptyTally = (id: string): ViewerTally => newTally({ key: `person/${id}`, id, feed: '' }, 0);

type Who = Pick<ViewerTally, 'key' | 'id' | 'feed'>;

const membersOf = (people: readonly Person[], who: Who): Person['members'] =>
  people.find(({ id }) => `person/${id}` === who.key)?.members ?? [{ feed: who.feed, viewer: who.id }];

/** Makes one person of two: each a viewer, or a person already. `id` is made outside: core has no chance of its own. */
export function joinPeople(people: readonly Person[], a: Who, b: Who, id: string): Person[] {
  const members = [...membersOf(people, a), ...membersOf(people, b)];
  return [
    ...people.filter((person) => `person/${person.id}` !== a.key && `person/${person.id}` !== b.key),
    { id, members },
  ];
}

/** Parts a person into the viewers that they were made of. */
export const partPerson = (people: readonly Person[], who: Who): Person[] =>
  people.filter(({ id }) => `person/${id}` !== who.key);
