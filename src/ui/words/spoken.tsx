import { useEffect, useState, type ReactNode } from 'react';
import { speakLanguage } from './language';

/** Shows what is within once it can be said in the page's language: at once in English. */
export function Spoken({ waiting, children }: { waiting: ReactNode; children: ReactNode }) {
  const [ready, setReady] = useState(() => document.documentElement.lang === 'en');
  useEffect(() => {
    void speakLanguage().then(() => setReady(true));
  }, []);
  return ready ? children : waiting;
}
