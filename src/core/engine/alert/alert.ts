import type { Sound } from './audible';
import type { Joining } from './joining';
import type { Look } from './look';

/** One alert, as it plays or waits. Times are the engine's, ms. */
export interface Alert extends Joining {
  id: string;
  spotlight: string;
  /** When it was asked for, and when it is shown: by the plan, for one that waits. */
  at: number;
  from: number;
  until: number;
  /** How long it would be shown if nothing else waited. */
  length: number;
  /** In which place of several it is shown. */
  place: number;
  /** The words with their values filled in; empty until somebody asks: what joins ten others is worded once. */
  text: string;
  /** What is heard with it, from when it begins: a sound must not come before its alert, which may have to wait. */
  sounds: readonly Sound[];
  /** Its sounds have been set off. */
  begun: boolean;
  /** True when it was tried by the streamer: shown as any other, counted nowhere. */
  trial: boolean;
  /** How it looks, where that is more than words. */
  look?: Look;
}
