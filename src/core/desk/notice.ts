import type { Sayable } from '@/core/words/phrase';

/** Something that the streamer should know and that no place of its own shows: a cue that failed, a line that was not posted. */
export interface Notice {
  id: string;
  /** ms, UTC. */
  at: number;
  /** What happened, what is still safe, what to do. */
  says: Sayable;
}
