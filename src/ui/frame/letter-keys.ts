import { useSyncExternalStore } from 'react';

/* Whether single letters and digits are shortcuts: whoever speaks to the page, or types by accident, switches them off (WCAG 2.2, 2.1.4). */

const KEPT = 'gavirn.letter-keys';
const listeners = new Set<() => void>();

export const letterKeysOn = (): boolean => localStorage.getItem(KEPT) !== 'off';

export function setLetterKeys(on: boolean): void {
  if (on) localStorage.removeItem(KEPT);
  else localStorage.setItem(KEPT, 'off');
  for (const listener of listeners) listener();
}

export const useLetterKeys = (): boolean =>
  useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, letterKeysOn);
