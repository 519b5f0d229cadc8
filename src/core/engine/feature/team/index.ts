import { z } from 'zod';
import { feedIdSchema, viewerKey, viewerOfKey } from '@/core/event/viewer-key';
import { teamSchema } from '@/core/engine/count/team';
import type { Feature, KernelState } from '@/core/engine/kernel/feature';
import { entriesByKey } from '@/core/engine/kernel/kept';
import { recount } from '@/core/engine/kernel/state';
import { plain } from '@/core/words/plain';
import { aired } from '@/core/words/on-air';

/* Teams: viewers join one by its keyword. Who is in which is counted with (count/team.ts). */

const side = z.object({ feed: feedIdSchema, viewer: z.string().max(200), team: z.string().max(100) });
type Side = z.infer<typeof side>;

const toMap = (sides: readonly Side[]): Map<string, string> =>
  new Map(sides.map(({ feed, viewer, team: id }) => [viewerKey(feed, viewer), id]));

/** Whoever has joined one since is where they are. */
function addSides(state: KernelState, { sides }: { sides: Side[] }): void {
  state.sides = new Map([...toMap(sides), ...state.sides]);
}

export const team = {
  name: 'team',
  part: { teams: z.array(teamSchema).max(12).default([]) },
  saved: { sides: z.array(z.tuple([z.string(), z.string()])) },
  serialize: ({ sides }) => ({ sides: entriesByKey(sides) }),
  deserialize: ({ sides }: { sides: [string, string][] }) => ({ sides: new Map(sides) }),
  // The team that each viewer has joined.
  carried: { sides: z.array(side).default([]) },
  carryOver: ({ sides }) => ({ sides: entriesByKey(sides).map(([key, id]) => ({ ...viewerOfKey(key), team: id })) }),
  takeOver(state, { sides }: { sides: Side[] }) {
    state.sides = toMap(sides);
  },
  giveBack: addSides,
  join: addSides,
  keywords: ({ teams, language }) =>
    teams.map(({ keyword, name }) => ({ word: keyword, does: aired(language, 'join {name}', { name }) })),
  answer(state, { feed, viewer }, word, emit) {
    const { show, sides, viewers, derived } = state;
    const joined = viewer && show.teams.find(({ keyword }) => keyword !== '' && plain(keyword) === word);
    if (!joined) return;
    const key = viewerKey(feed, viewer.id);
    if (sides.get(key) === joined.id) return;
    sides.set(key, joined.id);
    const own = viewers.get(feed, viewer.id);
    if (own) for (const sum of derived.parts.values()) sum.update(derived.people.tallyOf(own));
    recount(state, emit);
  },
} satisfies Feature;
