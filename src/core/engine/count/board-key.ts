import type { BoardMeasure } from './row';
import { SESSION, type Window } from './window';

/** By what a board is found: its measure and its window. */
export const boardKey = (measure: BoardMeasure, window: Window = SESSION): string =>
  `${measure}/${JSON.stringify(window)}`;

/** The board of a measure over a window; the session's, where none is said. Undefined: nothing asks for it. */
export const boardIn = <B extends { key: string }>(
  { derived }: { derived: { boards: readonly B[] } },
  measure: BoardMeasure,
  window: Window = SESSION,
): B | undefined => {
  const key = boardKey(measure, window);
  return derived.boards.find((board) => board.key === key);
};
