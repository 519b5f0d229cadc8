import { useEffect, useRef, useState } from 'react';

/** So long after the last touch a list stays as it is, ms. */
const STAYS_MS = 4000;

/**
 * A list that does not move under the thumb: while somebody touches it, and a moment longer, it stays as it was when they began.
 * @param known the list as it is now
 * @returns what is to be shown, whether it stands still, what notes a touch (for the list's element), and how to end it at once
 */
export function useStill<T>(known: T): { shown: T; still: boolean; touched: () => void; release: () => void } {
  const [held, setHeld] = useState<{ list: T } | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const release = (): void => {
    clearTimeout(timer.current);
    setHeld(null);
  };
  useEffect(() => () => clearTimeout(timer.current), []);
  return {
    shown: held ? held.list : known,
    still: held !== null,
    touched: () => {
      clearTimeout(timer.current);
      timer.current = setTimeout(() => setHeld(null), STAYS_MS);
      setHeld((before) => before ?? { list: known });
    },
    release,
  };
}
