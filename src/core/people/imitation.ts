import { phrase, type Phrase } from '@/core/words/phrase';

/** A viewer whose name looks like another one's. Apart from finding them, which takes a large table that a page need not load. */
export interface Imitation {
  /** The one who came later, and whom they look like. */
  name: string;
  like: string;
}

/** What is said of it. The very same name is only pointed out where it is a moderator's or the streamer's. */
export const imitationWords = ({ name, like }: Imitation): Phrase =>
  name.trim().toLowerCase() === like.trim().toLowerCase()
    ? phrase('Another account is called {name}, just as one that you trust.', { name })
    : phrase('{name} looks like {like}, but is another account.', { name, like });
