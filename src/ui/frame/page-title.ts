import { useShow } from '@/ui/data/show';
import { useTitle } from '@/ui/part/title';

/** The page's title while a place is open: it, and the show. */
export function usePageTitle(place: string): void {
  const show = useShow(({ name }) => name);
  useTitle([place, show].filter((part) => part !== '').join(' · '));
}
