import { z } from 'zod';
import type { EventKind } from '@/core/event/kind';
import { viewerKey } from '@/core/event/viewer-key';
import type { Leaderboard } from './leaderboard';
import type { People } from './people';
import { someoneSchema } from './someone';
import type { BoardMeasure } from './row';
import type { ViewerTally } from './viewer-tally';

/* Teams that viewers belong to, and what a team or a certain viewer has of a measure. */

export const teamSchema = z.object({
  id: z.string().min(1).max(100),
  name: z.string().min(1).max(40),
  /** With this in chat a viewer joins it, and leaves any other; empty: nobody can by themselves. */
  keyword: z.string().max(40).default(''),
  /** Those whom the streamer has put there. They stay, whatever they say in chat. */
  members: z.array(someoneSchema).max(2000).default([]),
});
export type Team = z.infer<typeof teamSchema>;

/** Whose doing is counted, where it is not everybody's. */
export const bySchema = z.discriminatedUnion('kind', [
  someoneSchema.extend({ kind: z.literal('viewer') }),
  z.object({ kind: z.literal('team'), team: z.string().min(1).max(100) }),
]);
export type By = z.infer<typeof bySchema>;

/** Who is in which team: by the streamer's hand first, else as they said in chat. */
export class Teams {
  private readonly named = new Map<string, string>();

  /** @param joined by viewer (`feed/id`), the team that they joined in chat */
  constructor(
    private readonly teams: readonly Team[],
    private readonly joined: ReadonlyMap<string, string>,
    private readonly people: People,
  ) {
    for (const { id, members } of teams)
      for (const { feed, viewer } of members) this.named.set(viewerKey(feed, viewer), id);
  }

  /** The team of a viewer, or of the person they belong to; null: none. */
  of(tally: ViewerTally): string | null {
    if (this.teams.length === 0) return null;
    const keys = this.people.keysOf(tally);
    for (const of of [this.named, this.joined])
      for (const key of keys) {
        const team = of.get(key);
        if (team !== undefined && this.teams.some(({ id }) => id === team)) return team;
      }
    return null;
  }
}

/** What a certain viewer or a team has of a measure over a window: kept right as tallies change, whatever the number of viewers. */
export class PartSum {
  /** In the measure's own unit. */
  value = 0;
  private readonly parts = new Map<string, number>();

  /** @param counts what one viewer has; no place on it is needed */
  constructor(
    private readonly counts: Leaderboard,
    private readonly has: (tally: ViewerTally) => boolean,
  ) {}

  get measure(): BoardMeasure {
    return this.counts.measure;
  }

  movedBy(kind: EventKind): boolean {
    return this.counts.movedBy(kind);
  }

  /** Takes note of what a viewer (or person) has now, and of whether they belong here. */
  update(tally: ViewerTally): void {
    const before = this.parts.get(tally.key) ?? 0;
    const now = this.has(tally) ? this.counts.valueOf(tally) : 0;
    if (now === before) return;
    this.parts.set(tally.key, now);
    this.value += now - before;
  }
}
