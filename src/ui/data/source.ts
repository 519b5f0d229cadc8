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

/** The same source, whose listeners are told at once after a rest and then no oftener than every so many ms. */
export function paced<T>({ subscribe, now }: Source<T>, everyMs: number): Source<T> {
  const listeners = new Set<() => void>();
  let stop = (): void => undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let toldAt = -Infinity;
  const tell = (): void => {
    timer = undefined;
    toldAt = performance.now();
    for (const listener of listeners) listener();
  };
  return {
    now,
    subscribe: (listener) => {
      listeners.add(listener);
      if (listeners.size === 1)
        stop = subscribe(() => {
          timer ??= setTimeout(tell, Math.max(0, toldAt + everyMs - performance.now()));
        });
      return () => {
        listeners.delete(listener);
        if (listeners.size > 0) return;
        stop();
        clearTimeout(timer);
        timer = undefined;
      };
    },
  };
}
