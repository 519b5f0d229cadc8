import type { Held } from '@/core/engine/cue/conditions';
import type { Alert } from '@/core/engine/alert/alert';

/** What a fold made happen, for those who keep a record or act on it. The state itself needs none of it. */
export type Effect =
  /** An alert was asked for: it was added to its queue, or joined one that was there. */
  | { effect: 'alert'; alert: Alert; joined: boolean }
  /** An alert has ended. */
  | { effect: 'played'; alert: Alert }
  /** An alert would have waited for too long, and became a line. */
  | { effect: 'passed'; alert: Alert }
  /** The streamer has taken out an alert before it began. */
  | { effect: 'cleared'; alert: Alert }
  /** A cue was set off, and something held it back. */
  | { effect: 'held'; cue: string; why: Held | 'who' }
  | { effect: 'goal'; goal: string; target: number }
  /** Something is to be posted in the chat of this feed, or of all (null). */
  | { effect: 'post'; feed: string | null; text: string }
  /** A web address is to be told of it: the cue's name, and its words. */
  | { effect: 'ask'; url: string; name: string; text: string };
