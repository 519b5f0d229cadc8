import { boardIn } from '@/core/engine/count/board-key';
import { isBoard } from './board';
import type { BoardHost, Standings, StandingsKept } from './slice';

/** Takes note of how boards stand as a new minute begins; only of those that tell changes of place. */
export function takeStandings(state: BoardHost): void {
  const minute = Math.floor(state.now / 60_000);
  if (minute === state.standings.minute || !state.derived.tellsMoves) return;
  const now: Standings = {};
  for (const piece of state.show.pieces.filter(isBoard)) {
    if (!piece.moves) continue;
    now[piece.id] = (boardIn(state, piece.measure, piece.window)?.places ?? []).map(({ key }) => key);
  }
  // After a pause what was a minute ago is what is known last.
  state.standings = { minute, before: state.standings.now, now };
}

/** By how many places a viewer has come up (or, negative, gone down) since a minute ago or a little more; null: they were not on the board then. */
export function movedPlaces({ before }: StandingsKept, piece: string, key: string, place: number): number | null {
  const was = before[piece]?.indexOf(key) ?? -1;
  return was < 0 ? null : was - place;
}
