import { useEffect } from 'react';

/** What is open, lowest first: the place with its show, and above it sheets. */
const titles: { says: string }[] = [];

const tell = (): void => {
  document.title = [...titles.map(({ says }) => says).reverse(), 'Gavirn'].join(' · ');
};

/** The page's title while something is open, as tabs, the history and a screen reader say it (WCAG 2.2, 2.4.2). */
export function useTitle(says: string): void {
  useEffect(() => {
    const title = { says };
    titles.push(title);
    tell();
    return () => {
      titles.splice(titles.indexOf(title), 1);
      tell();
    };
  }, [says]);
}
