import { Fragment, useEffect, useState, type ReactNode } from 'react';
import { onLanguage, speakLanguage } from './language';

/** Shows what is within once it can be said in the page's language, at once in English; and made anew, since all of it is said, when another is chosen. */
export function Spoken({ waiting, children }: { waiting: ReactNode; children: ReactNode }) {
  const [said, setSaid] = useState(() => (document.documentElement.lang === 'en' ? 'en' : null));
  useEffect(() => {
    void speakLanguage().then(setSaid);
    return onLanguage(setSaid);
  }, []);
  return said === null ? waiting : <Fragment key={said}>{children}</Fragment>;
}
