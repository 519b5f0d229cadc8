import { leftOf } from '@/core/engine/feature/countdown/schema';
import { phrase } from '@/core/words/phrase';
import type { Check, Looked } from './check';

/** A countdown with less than this would be over before anybody looks, ms. */
const AT_ONCE_MS = 15_000;

/** Goals that are reached already. */
export const goalChecks = ({ show, view }: Looked): Check[] =>
  view.goals.flatMap((state) => {
    const goal = show.goals.find(({ id }) => id === state.id);
    if (!goal || goal.target <= 0 || state.value < goal.target || goal.onReach.kind !== 'stay') return [];
    return [
      {
        key: `goal ${goal.id}`,
        level: 'know' as const,
        says: phrase('{name} is reached already', { name: goal.name }),
        why: phrase('Nothing that viewers do moves it any more.'),
        offer: {
          label: phrase('Start it again'),
          does: { kind: 'command' as const, command: { command: 'reset' as const, list: 'goals', id: goal.id } },
        },
      },
    ];
  });

/** Countdowns that would end at once. */
export const countdownChecks = ({ show, view, now }: Looked): Check[] =>
  view.countdowns.flatMap((state) => {
    const countdown = show.countdowns.find(({ id }) => id === state.id);
    const left = leftOf(state, now);
    // One that has begun and counts by the clock is meant to end.
    if (!countdown || left > AT_ONCE_MS || state.endsAt !== null) return [];
    return [
      {
        key: `countdown ${countdown.id}`,
        level: 'first' as const,
        says: phrase('{name} would end at once', { name: countdown.name }),
        why: phrase('{s, number} s are left on it.', { s: Math.round(left / 1000) }),
        offer: {
          label: phrase('Start it again'),
          does: {
            kind: 'command' as const,
            command: { command: 'reset' as const, list: 'countdowns', id: countdown.id },
          },
        },
      },
    ];
  });
