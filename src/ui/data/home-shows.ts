import { starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { appLanguage } from '@/ui/words/language';
import { showId } from './random-key';
import { showStore } from './show-store';

/* The shows of the home that is open. */

/** Puts another of the home's shows on: here, on the other devices, and on the frame. */
export const putOnShow = (id: string): Promise<boolean> => showStore.changeShows({ act: 'putOn', id });

/** Adds a show to the home, and puts it on unless said otherwise; @returns its id, or null where it cannot be used */
export async function addToHome(
  show: Show,
  { on = true, id = showId() }: { on?: boolean; id?: string } = {},
): Promise<string | null> {
  return (await showStore.changeShows({ act: 'add', id, show, on })) ? id : null;
}

/** A show to begin with, beside those that there are. */
export const addStarterToHome = (): Promise<string | null> => addToHome(starterShow('new', undefined, appLanguage()));

/** Takes a show out of the home; false for its last one. */
export const removeFromHome = (id: string): Promise<boolean> => showStore.changeShows({ act: 'remove', id });
