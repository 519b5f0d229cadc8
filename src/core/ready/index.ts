import type { Check, Looked } from './check';
import { cueChecks, twiceChecks } from './cues';
import { feedChecks } from './feeds';
import { layoutChecks } from './layout';
import { countdownChecks, goalChecks } from './numbers';
import { outletChecks } from './outlets';
import { rehearsedChecks, rehearsingChecks } from './rehearsed';
import { batteryChecks, mediaChecks, roomChecks } from './room';
import { soundChecks } from './sound';

/** Every check, in the order of what hurts most. */
const CHECKS: readonly ((looked: Looked) => Check[])[] = [
  feedChecks,
  outletChecks,
  rehearsingChecks,
  soundChecks,
  roomChecks,
  twiceChecks,
  layoutChecks,
  mediaChecks,
  countdownChecks,
  cueChecks,
  goalChecks,
  batteryChecks,
  rehearsedChecks,
];
const LEVELS: readonly Check['level'][] = ['first', 'know', 'good'];

/** Whether all works before going live: what is to be put right first, what is worth knowing, what is as it should be. */
export function readyChecks(looked: Looked): Check[] {
  const all = CHECKS.flatMap((check) => check(looked));
  return LEVELS.flatMap((level) => all.filter((check) => check.level === level));
}
