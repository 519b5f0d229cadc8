import { useSyncExternalStore } from 'react';
import { keepSetting, readSetting } from '@/ui/data/setting';

/* Whether single letters and digits are shortcuts: whoever speaks to the page, or types by accident, switches them off (WCAG 2.2, 2.1.4). */

const KEPT = 'gavirn.letter-keys';
const listeners = new Set<() => void>();

export const letterKeysOn = (): boolean => readSetting(KEPT) !== 'off';

export function setLetterKeys(on: boolean): void {
  keepSetting(KEPT, on ? null : 'off');
  for (const listener of listeners) listener();
}

export const useLetterKeys = (): boolean =>
  useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, letterKeysOn);
