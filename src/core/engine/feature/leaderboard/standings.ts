import { boardOf } from '@/core/engine/count/leaderboard';
import type { SessionState } from '@/core/session/state';

/** How leaderboards stood: by piece, the keys of their viewers from the first place down. */
export type Standings = Record<string, string[]>;

/** The standings of the minute before and of this one's beginning: from the older the change of a place is told. */
export interface StandingsKept {
  minute: number;
  before: Standings;
  now: Standings;
}

export const noStandings = (): StandingsKept => ({ minute: 0, before: {}, now: {} });

/** Takes note of how boards stand as a new minute begins; only of those that tell changes of place. */
export function takeStandings(state: SessionState): void {
  const minute = Math.floor(state.now / 60_000);
  if (minute === state.standings.minute || !state.derived.tellsMoves) return;
  const now: Standings = {};
  for (const piece of state.show.pieces) {
    if (piece.kind !== 'leaderboard' || !piece.moves) continue;
    now[piece.id] = (boardOf(state.derived.boards, piece.measure, piece.window)?.places ?? []).map(({ key }) => key);
  }
  // After a pause what was a minute ago is what is known last.
  state.standings = { minute, before: state.standings.now, now };
}

/** By how many places a viewer has come up (or, negative, gone down) since a minute ago or a little more; null: they were not on the board then. */
export function movedPlaces({ before }: StandingsKept, piece: string, key: string, place: number): number | null {
  const was = before[piece]?.indexOf(key) ?? -1;
  return was < 0 ? null : was - place;
}
