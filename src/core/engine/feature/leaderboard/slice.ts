import type { Host } from '@/core/engine/kernel/feature';

/** How leaderboards stood: by piece, the keys of their viewers from the first place down. */
export type Standings = Record<string, string[]>;

/** The standings of the minute before and of this one's beginning: from the older the change of a place is told. */
export interface StandingsKept {
  minute: number;
  before: Standings;
  now: Standings;
}

export const noStandings = (): StandingsKept => ({ minute: 0, before: {}, now: {} });

export interface BoardSlice {
  /** How boards stood a minute ago. */
  standings: StandingsKept;
  /** When a viewer was last told their place; 0: never. */
  placeToldAt: number;
}
export interface BoardDerived {
  /** Some leaderboard tells changes of place. */
  tellsMoves: boolean;
}
export type BoardHost = Host<object, BoardSlice, BoardDerived>;
