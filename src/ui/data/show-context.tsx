import { createContext, useContext } from 'react';
import type { Draft } from 'immer';
import type { Show } from '@/core/show/show';
import type { Desk } from './desk';
import type { LibraryIndex, ShowKeys } from './library';

/** Everything that the places share: the show that is edited, and the show as the server runs it. */
export interface ShowContextValue {
  show: Show;
  keys: ShowKeys;
  index: LibraryIndex;
  desk: Desk;
  demo: boolean;
  /** Changes the show: in this browser at once, on the server within a second. Can be undone. */
  edit: (recipe: (draft: Draft<Show>) => void) => void;
  undo: () => void;
  redo: () => void;
  canUndo: boolean;
  canRedo: boolean;
  /** Opens what the library now says is current: another show, or the same with other keys. */
  reload: () => Promise<void>;
  /** A sentence when the server refused the show; null otherwise. */
  refused: string | null;
  /** A sentence when addresses had to be made anew; null otherwise, and once it has been read (`seen`). */
  readdressed: string | null;
  seen: () => void;
}

export const ShowContext = createContext<ShowContextValue | null>(null);

/** The show that is open. Every place is shown inside one. */
export function useShow(): ShowContextValue {
  const value = useContext(ShowContext);
  if (!value) throw new Error('useShow is called outside of a ShowProvider.');
  return value;
}
