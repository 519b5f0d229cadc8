import { produce, type Draft } from 'immer';
import { applyChanges, changesBetween, inverse, type Change } from '@/core/home/changes';
import { followNames, namesMayDiffer } from '@/core/show/one-name';
import type { Show } from '@/core/show/show';

/** Edits as differences: undoing one's own leaves alone what another tab or device did meanwhile. */
export interface History {
  done: Change[][];
  undone: Change[][];
}

export const noHistory: History = { done: [], undone: [] };

export interface Changed {
  show: Show;
  history: History;
}

/** Does an edit; null when it changes nothing. */
export function doEdit(show: Show, history: History, recipe: (draft: Draft<Show>) => void): Changed | null {
  const done = produce(show, (draft) => {
    recipe(draft);
  });
  const next = namesMayDiffer(show, done) ? produce(done, (draft) => followNames(show, draft)) : done;
  const changes = changesBetween(show, next);
  if (changes.length === 0) return null;
  return { show: next, history: { done: [...history.done, changes], undone: [] } };
}

/** Takes the last edit back; null when there is none. An edit whose subject is gone, or was changed by somebody else, is dropped. */
export const undoEdit = (show: Show, { done, undone }: History): Changed | null => {
  const last = done.at(-1);
  if (!last) return null;
  const next = applyChanges(show, inverse(last));
  return { show: next ?? show, history: { done: done.slice(0, -1), undone: next ? [...undone, last] : undone } };
};

/** Does the last undone edit again; null when there is none. */
export const redoEdit = (show: Show, { done, undone }: History): Changed | null => {
  const last = undone.at(-1);
  if (!last) return null;
  const next = applyChanges(show, last);
  return { show: next ?? show, history: { done: next ? [...done, last] : done, undone: undone.slice(0, -1) } };
};
