import { useEffect } from 'react';
import { useShow } from '@/ui/data/show';

/** The page's title, as tabs, the history and a screen reader say it: the place, the show, and Gavirn (WCAG 2.2, 2.4.2). */
export function usePageTitle(place: string): void {
  const show = useShow(({ name }) => name);
  useEffect(() => {
    document.title = [place, show, 'Gavirn'].filter((part) => part !== '').join(' · ');
  }, [place, show]);
}
