import { minorDigits } from '@/core/event/money';
import { buttonWords, moneyOf, type ButtonDoes } from '@/core/home/button';
import type { Show } from '@/core/show/show';
import { say, saying } from '@/ui/words/say';

/** Seconds that a button adds to a countdown, or takes. */
const COUNTDOWN_S = 30;

/** Something that a button may do with this show. */
export interface ButtonChoice {
  /** The same choice has the same key. */
  key: string;
  label: string;
  does: ButtonDoes;
}

/** All that a button may do with a show, in the order of use. */
export function buttonChoices(show: Show): ButtonChoice[] {
  const add = (number: string, by: number): ButtonDoes => ({ does: 'add', number, by });
  const all: ButtonDoes[] = [
    ...show.cues.flatMap(({ id, when }): ButtonDoes[] => (when.kind === 'press' ? [{ does: 'press', cue: id }] : [])),
    ...show.scenes.map(({ id }): ButtonDoes => ({ does: 'scene', scene: id })),
    { does: 'hold' },
    { does: 'letGo' },
    { does: 'clear' },
    ...show.counters.flatMap(({ id }) => [add(`counter/${id}`, 1), add(`counter/${id}`, -1)]),
    ...show.countdowns.flatMap(({ id }) => [add(`countdown/${id}`, COUNTDOWN_S), add(`countdown/${id}`, -COUNTDOWN_S)]),
    // One; of money one whole unit.
    ...show.goals.map(({ id }) => {
      const currency = moneyOf(show, `goal/${id}`);
      return add(`goal/${id}`, currency === null ? 1 : 10 ** (minorDigits(currency) ?? 2));
    }),
  ];
  return all.map((does) => ({ key: JSON.stringify(does), label: labelOf(does, show), does }));
}

/** What a button does, as it is read; where the show that is on has nothing of it, so it says. */
export const labelOf = (does: ButtonDoes, show: Show): string => {
  const words = buttonWords(does, show);
  return words === null ? say('Nothing in this show') : saying(words);
};
