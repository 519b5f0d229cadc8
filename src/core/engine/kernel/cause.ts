import type { ViewerTally } from '@/core/engine/count/viewer-tally';
import type { WordValues } from '@/core/words/fields';

/** Whose doing it is. */
export type Doer = Pick<ViewerTally, 'feed' | 'id' | 'name' | 'handle'>;

/** Any step of a cue; which of them it is, its kind says. */
export interface SomeStep {
  kind: string;
}

/** Whose doing it is that a cue's steps are done, and with what in their words. */
export interface Cause {
  values: WordValues;
  trial: boolean;
  /** How, and by what, its alert may be joined to others (alert/joining.ts). */
  joins: 'add' | 'group' | 'latest' | null;
  key: string | null;
  names: readonly string[];
  worth: number;
  /** The feed it came from, or null. */
  feed: string | null;
  /** The viewer's key, or null. */
  viewer: string | null;
  /** What chance is drawn from. */
  seed: string;
}
