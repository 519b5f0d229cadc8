import { useSyncExternalStoreWithSelector } from 'use-sync-external-store/with-selector';

/** Something that changes outside of React: its present value, and how to hear of changes. */
export interface Source<T> {
  /** Returns how to stop. */
  subscribe: (listener: () => void) => () => void;
  now: () => T;
}

/** What a component needs of a source: it renders only when that has changed. @param equal whether two of them are the same; by identity if not given */
export const useSelected = <T, S>(
  { subscribe, now }: Source<T>,
  select: (value: T) => S,
  equal?: (a: S, b: S) => boolean,
): S => useSyncExternalStoreWithSelector(subscribe, now, now, select, equal);
