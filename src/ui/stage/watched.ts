import { useDesk } from '@/ui/data/desk';
import { say } from '@/ui/words/say';

/** How many places show an outlet now; null while the server has not said. */
export const usePlaces = (): number | null =>
  useDesk(({ server, view }) =>
    view && server === 'there' ? Object.values(view.outlets).reduce((sum, count) => sum + count, 0) : null,
  );

/** The same in words. */
export const watchedBy = (places: number | null): string =>
  places === null
    ? say('Not known just now')
    : places === 0
      ? say('Not shown anywhere yet')
      : places === 1
        ? say('1 place shows it')
        : say('{places} places show it', { places });
