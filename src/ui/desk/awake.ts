import { useEffect, useState } from 'react';

/** How the screen is kept on. `insecure`: the page has no https, and browsers ask for that; `none`: this browser cannot; `refused`: the system does not let it. */
export type Awake = 'not wanted' | 'held' | 'insecure' | 'none' | 'refused';

/** Why a page cannot ask for it at all; null: it can. */
const cannot = (): 'insecure' | 'none' | null =>
  'wakeLock' in navigator ? null : isSecureContext ? 'none' : 'insecure';

/** Keeps the screen on while it is wanted and the page is seen (W3C Screen Wake Lock). */
export function useAwake(wanted: boolean): Awake {
  const [refused, setRefused] = useState(false);
  useEffect(() => {
    if (!wanted || cannot() !== null) return undefined;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    const hold = async (): Promise<void> => {
      if (document.visibilityState !== 'visible') return;
      try {
        const taken = await navigator.wakeLock.request('screen');
        // What was wanted may not be any more.
        if (over) return void taken.release();
        lock = taken;
        setRefused(false);
      } catch {
        // A battery that is saved, or the page was hidden meanwhile.
        if (!over && document.visibilityState === 'visible') setRefused(true);
      }
    };
    // The browser lets it go whenever the page is not seen.
    const seen = (): void => void hold();
    void hold();
    document.addEventListener('visibilitychange', seen);
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', seen);
      void lock?.release();
    };
  }, [wanted]);
  if (!wanted) return 'not wanted';
  return cannot() ?? (refused ? 'refused' : 'held');
}
