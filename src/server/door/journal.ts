import type { Input } from '@/core/session/input';
import type { SavedRuntime } from '@/server/runtime/runtime';
import type { Sayable } from '@/core/words/phrase';

/* The door to a show's journals: one of the three that the owner of a show needs from outside. What must hold of each is journal.contract.ts. */

/** What was read back: the snapshot, if there is one, the inputs that it does not hold, and how much of the journal that is, bytes. */
export interface Recovered {
  snapshot: SavedRuntime | null;
  inputs: Input[];
  bytes: number;
}

/**
 * One show's inputs as they come, a journal a session, numbered from 1. They are kept in small batches, in their order; what cannot be
 * kept is tried again, and nothing newer comes before it.
 */
export interface Journal {
  /** The present session's. */
  readonly number: number;
  /** How much of the present one is kept, bytes. */
  readonly bytes: number;
  /** So much waits to be kept that no more should be heard. */
  readonly full: boolean;
  /** Nothing waits to be kept. */
  readonly idle: boolean;
  /** How long the oldest input that is not kept yet has waited, ms. */
  readonly lagMs: number;
  /** A sentence while nothing can be kept. */
  readonly problem: Sayable | null;
  /** Called when `problem` has come or gone. */
  changed: () => void;
  /** A session's journal is whole and closed. */
  finished: (number: number) => void;
  append: (input: Input) => void;
  /**
   * A new session: its journal is there with all of its first inputs once those before it are whole, or not at all.
   * @param behind an earlier journal, kept until then, of which it holds everything before those
   */
  rotate: (first: readonly Input[], behind?: number) => void;
  /** Resolves to whether all that had been appended before the call is kept, so that it outlasts a power cut; what is not is tried again. */
  flush: () => Promise<boolean>;
  /** All of the present session, kept or waiting: what its state follows from. */
  history: () => Recovered;
  /** Every input of a session, one after another; what waits comes last. */
  inputs: (number: number) => AsyncIterable<Input>;
  /** Keeps what can be kept, and ends. */
  close: () => Promise<void>;
}

/** All journals of one show. */
export interface Journals {
  /** Oldest first. */
  numbers: () => number[];
  /** A new one behind the others, with its first inputs. */
  create: (first: readonly Input[]) => Journal;
  /** Goes on with one, the newest, and reads back what it holds. What was cut off at its end is taken out. */
  recover: (number: number) => { journal: Journal; recovered: Recovered };
  /** Every input of one that nobody writes. */
  read: (number: number) => Iterable<Input>;
  /** Writes one anew, input by input; null leaves one out. Nobody may have it open. Throws where it cannot be kept: then it is as it was. */
  rewrite: (number: number, change: (input: Input) => Input | null) => void;
  remove: (number: number) => void;
  /** What all but one of them take, bytes. */
  bytesBut: (number: number) => number;
  /**
   * Keeps what the first `bytes` of one come to, so that reading it back stays short; apart from the running show.
   * @returns how to stop it, and a promise that resolves when it is done, whether it succeeded or not: the inputs are the truth
   */
  snapshot: (number: number, bytes: number) => { stop: () => void; done: Promise<void> };
}
