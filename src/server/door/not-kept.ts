import { type Sayable, english } from '@/core/words/phrase';

/** Something could not be kept, or what was kept cannot be used: a fault of what is behind a door, and none of Gavirn's own. */
export class NotKept extends Error {
  /** @param says why, in words that a streamer or whoever runs the server can use: "the disk is full" */
  constructor(
    readonly says: Sayable,
    cause?: unknown,
  ) {
    super(english(says), { cause });
  }
}

/** Why something could not be kept; null where the error is another one. */
export const notKeptSays = (error: unknown): Sayable | null => (error instanceof NotKept ? error.says : null);
