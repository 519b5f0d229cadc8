import { useDeskView } from '@/ui/data/desk';

/** How many places show an outlet now. */
export const usePlaces = (): number =>
  useDeskView(({ outlets }) => Object.values(outlets).reduce((sum, count) => sum + count, 0), 0);

/** The same in words. */
export const watchedBy = (places: number): string =>
  places === 0 ? 'Nowhere shown yet' : places === 1 ? '1 place shows it' : `${places} places show it`;
