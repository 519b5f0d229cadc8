import type { QueuePlan } from './plan';

/** No alert is shortened below this: common practice, no source, has alerts stay 3 to 6 s; under 2 s a name cannot be read. */
export const LEAST_MS = 2000;
/** Times are shortened in steps of this: nobody sees less, and the plan of those that wait then mostly stays as it is when one more comes. */
const STEP_MS = 250;

/** For how long an alert is shown at a share of its length, ms. */
export const shortened = (length: number, share: number): number =>
  share < 1 ? Math.min(length, Math.max(LEAST_MS, Math.floor((length * share) / STEP_MS) * STEP_MS)) : length;

/**
 * To what share of their length those that wait are shown: the last of them should still be on within the longest wait, or a minute.
 * @param wished for how long they would be shown in all, ms
 */
export const shareFor = ({ shorten, longestWait, mode, places }: QueuePlan, wished: number): number =>
  shorten ? Math.min(1, ((longestWait || 60) * 1000 * (mode === 'places' ? places : 1)) / wished) : 1;
