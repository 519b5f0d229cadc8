/**
 * What a fold can make happen, by name. A feature adds effects of its own from its own folder (`declare module`), so that whoever acts on
 * effects knows them all.
 */
export interface Effects {
  /** A cue was set off, and something held it back. */
  held: { effect: 'held'; cue: string; why: string };
  /** Something is to be posted in the chat of this feed, or of all (null). */
  post: { effect: 'post'; feed: string | null; text: string };
  /** A web address is to be told of it: the cue's name, and its words. */
  ask: { effect: 'ask'; url: string; name: string; text: string };
}

/** What a fold made happen, for those who keep a record or act on it. The state itself needs none of it. */
export type Effect = Effects[keyof Effects];

/** Hears what a fold makes happen; undefined: nobody does. */
export type Emit = ((effect: Effect) => void) | undefined;
