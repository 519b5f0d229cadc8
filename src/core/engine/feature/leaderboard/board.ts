import type { BoardMeasure } from '@/core/engine/count/row';
import type { Window } from '@/core/engine/count/window';
import type { PieceBase } from '@/core/engine/kernel/show';

/** A leaderboard piece, as far as counting needs to know it. */
export interface BoardPiece extends PieceBase {
  kind: 'leaderboard';
  title: string;
  measure: BoardMeasure;
  who?: 'viewers' | 'teams';
  window?: Window;
  turns?: readonly BoardMeasure[];
  moves?: boolean;
  ask?: string;
}
export const isBoard = (piece: PieceBase): piece is BoardPiece => piece.kind === 'leaderboard';

/** All that a board shows in turn, each once. */
export const measuresOf = ({ measure, turns = [] }: Pick<BoardPiece, 'measure' | 'turns'>): BoardMeasure[] => [
  ...new Set([measure, ...turns]),
];

/** By what the sum of a team on a leaderboard is found. */
export const teamPart = (team: string, board: string): string => `team/${team}/${board}`;
