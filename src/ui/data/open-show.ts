import type { Show } from '@/core/show/show';
import type { History } from './history';
import type { OwnDevice } from './home-docs';
import type { ShowOfHome } from './in-step';
import type { LibraryIndex, ShowKeys } from './library-schema';

/** The show that is open, and what is known of it. */
export interface OpenShow {
  index: LibraryIndex;
  /** The home's shows; `show.setup` says which of them is on. */
  shows: readonly ShowOfHome[];
  show: Show;
  keys: ShowKeys;
  demo: boolean;
  history: History;
  /** A sentence when the server refused the show. */
  refused: string | null;
  /** A sentence when addresses had to be made anew; null otherwise, and once it has been read. */
  readdressed: string | null;
  /** Which of the show's devices this is; null: the server has not said yet. */
  device: OwnDevice | null;
  /** This page is of another version than the server: it cannot change anything until it is loaded anew. */
  older: boolean;
}
