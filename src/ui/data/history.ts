import { applyPatches, enablePatches, produceWithPatches, type Draft, type Patch } from 'immer';
import { followNames, namesMayDiffer } from '@/core/show/one-name';
import type { Show } from '@/core/show/show';

enablePatches();

/** One edit and its undoing, as differences: undoing one tab's edit leaves alone what another tab did meanwhile. */
interface Edit {
  patches: Patch[];
  inverse: Patch[];
}

export interface History {
  done: Edit[];
  undone: Edit[];
}

export const noHistory: History = { done: [], undone: [] };

export interface Changed {
  show: Show;
  history: History;
}

/** Does an edit; null when it changes nothing. */
export function doEdit(show: Show, history: History, recipe: (draft: Draft<Show>) => void): Changed | null {
  const [done, ...first] = produceWithPatches(show, (draft) => {
    recipe(draft);
  });
  if (first[0].length === 0) return null;
  const [next, ...then] = namesMayDiffer(show, done)
    ? produceWithPatches(done, (draft) => followNames(show, draft))
    : [done, [], []];
  const [patches, inverse] = [
    [...first[0], ...then[0]],
    [...then[1], ...first[1]],
  ];
  return { show: next, history: { done: [...history.done, { patches, inverse }], undone: [] } };
}

/** Takes the last edit back; null when there is none. An edit whose subject is gone is dropped. */
export const undoEdit = (show: Show, { done, undone }: History): Changed | null => {
  const last = done.at(-1);
  if (!last) return null;
  const next = tryPatches(show, last.inverse);
  return { show: next ?? show, history: { done: done.slice(0, -1), undone: next ? [...undone, last] : undone } };
};

/** Does the last undone edit again; null when there is none. */
export const redoEdit = (show: Show, { done, undone }: History): Changed | null => {
  const last = undone.at(-1);
  if (!last) return null;
  const next = tryPatches(show, last.patches);
  return { show: next ?? show, history: { done: next ? [...done, last] : done, undone: undone.slice(0, -1) } };
};

function tryPatches(show: Show, patches: Patch[]): Show | null {
  try {
    return applyPatches(show, patches);
  } catch {
    return null;
  }
}
