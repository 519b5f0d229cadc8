import { useCallback } from 'react';
import { inPlace, partsOf, useOpenParts } from '@/ui/frame/address';

/** What can be open over the stage. */
export const STAGE_SHEETS = ['add', 'piece', 'scenes', 'frame', 'findings', 'arrange'] as const;
export type StageSheet = (typeof STAGE_SHEETS)[number];

/*
 * On the stage the address says what is chosen and which sheet is open: `piece/<id>`, `piece/<id>/edit`, `pieces/<id>/<id>…`, `scenes` …
 */

/** What is chosen on the stage, and what is open over it. `there`: the pieces that there are; others are not chosen. */
export function useStageOpen(there: readonly { id: string }[]): {
  chosen: readonly string[];
  sheet: StageSheet | null;
  choose: (ids: readonly string[]) => void;
  open: (sheet: StageSheet) => void;
  /** Chooses a piece and opens its sheet. */
  edit: (id: string) => void;
  close: () => void;
} {
  const [head = '', ...rest] = useOpenParts();
  const ids = head === 'piece' ? rest.slice(0, 1) : head === 'pieces' ? rest : [];
  const chosen = ids.filter((id) => there.some((piece) => piece.id === id));
  const named = STAGE_SHEETS.find((each) => each === head && each !== 'piece') ?? null;
  const sheet = head === 'piece' && rest[1] === 'edit' && chosen.length > 0 ? 'piece' : named;
  const choose = useCallback((next: readonly string[]): void => {
    // Letting go closes all; another choice is no step of its own, so that one step back lets go.
    if (next.length === 0) inPlace.close();
    else inPlace.turn(partsOf(next.length === 1 ? 'piece' : 'pieces', ...next));
  }, []);
  const edit = useCallback((id: string): void => {
    inPlace.turn(partsOf('piece', id));
    inPlace.open(partsOf('piece', id, 'edit'));
  }, []);
  const [first] = chosen;
  return {
    chosen,
    sheet,
    choose,
    open: (next) => (next === 'piece' ? first !== undefined && edit(first) : inPlace.open(next)),
    edit,
    close: inPlace.back,
  };
}
