import type { DeskView } from '@/core/desk/view';
import { clockWords, leftOf } from '@/core/engine/feature/countdown/schema';
import type { Show } from '@/core/show/show';
import { currencyOf, figureWords } from '@/core/engine/count/measure';
import { countsOf } from '@/core/engine/feature/goal/schema';
import { amountFigure, minorDigits } from '@/core/event/money';
import { hourMinute, shortDayAndTime } from '@/ui/words/clock';
import { say, spoken } from '@/ui/words/say';
import { inFigures } from '@/ui/words/figures';

/** Seconds that a countdown's buttons add and take. */
const NUDGE_S = 30;

/** What stands for a number that the server has not said yet. */
const NOT_KNOWN = '–';

/** A goal, countdown or counter as the desk shows it. */
export interface ShownNumber {
  name: string;
  value: number;
  words: string;
  note: string;
  /** How it goes on at the present rate. */
  outlook: string | null;
  /** By how much its buttons change it, and how that is said. */
  step: number;
  stepWords: string;
  /** A countdown: whether it runs. */
  runs?: boolean;
  boost: { times: number; until: number } | null;
  /** A goal's present target. */
  target: number | null;
  /** It is an amount of this currency, in its minor units. */
  currency?: string;
}

/** One of the show's numbers, and how what the desk shows of it follows from what the server says and the time, ms. */
export interface DeskNumber {
  /** `goal/<id>`, `countdown/<id>` or `counter/<id>`. */
  number: string;
  read: (view: DeskView | null, now: number) => ShownNumber;
}

/** All numbers of a show that are seen on its desk, in their order. */
export const numbersOf = (show: Show): DeskNumber[] => [
  ...show.goals.map((goal) => ({ number: `goal/${goal.id}`, read: readGoal(goal, currencyOfGoal(goal, show)) })),
  ...show.countdowns.map((countdown) => ({ number: `countdown/${countdown.id}`, read: readCountdown(countdown) })),
  ...show.counters.map((counter) => ({ number: `counter/${counter.id}`, read: readCounter(counter) })),
];

const currencyOfGoal = (goal: Show['goals'][number], show: Show): string | undefined => {
  const measure = countsOf(goal);
  return measure === null ? undefined : currencyOf(measure, show);
};

const readGoal =
  ({ id, name, target: first }: Show['goals'][number], currency: string | undefined): DeskNumber['read'] =>
  (view, now) => {
    const course = view?.goals.find((each) => each.id === id);
    const { value, target, reached } = course ?? { value: 0, target: first, reached: 0 };
    const step = currency === undefined ? (target >= 1000 ? 100 : 10) : 10 ** (minorDigits(currency) ?? 2);
    const words = (n: number): string => figureWords(n, currency, spoken());
    return {
      name,
      value,
      outlook: outlookWords(view?.outlooks[`goal/${id}`], now, 'reached'),
      words: !view ? NOT_KNOWN : currency === undefined ? words(value) : amountFigure(value, currency, spoken()),
      note:
        reached > 0
          ? say('of {target}, reached {n} ×', { target: words(target), n: reached })
          : say('of {target}', { target: words(target) }),
      step,
      stepWords: words(step),
      boost: null,
      target: course?.target ?? null,
      ...(currency === undefined ? {} : { currency }),
    };
  };

const readCountdown =
  ({ id, name, seconds }: Show['countdowns'][number]): DeskNumber['read'] =>
  (view, now) => {
    const state = view?.countdowns.find((each) => each.id === id) ?? { id, endsAt: null, left: seconds * 1000 };
    const left = leftOf(state, now);
    return {
      // While it stands, that takes the place of when it will be over.
      outlook: state.over
        ? say('over')
        : view && state.endsAt === null
          ? say('stands still')
          : outlookWords(view?.outlooks[`countdown/${id}`], now, 'over'),
      name,
      value: Math.round(left / 1000),
      words: view ? clockWords(left) : NOT_KNOWN,
      note: state.boost && state.boost.until > now ? `× ${state.boost.times}` : '',
      step: NUDGE_S,
      stepWords: say('{n} s', { n: NUDGE_S }),
      runs: state.endsAt !== null,
      boost: state.boost ?? null,
      target: null,
    };
  };

const readCounter =
  ({ id, name, start, step, target }: Show['counters'][number]): DeskNumber['read'] =>
  (view) => {
    const value = view?.counters[id] ?? start;
    return {
      outlook: null,
      name,
      value,
      words: view ? inFigures(value) : NOT_KNOWN,
      note: target === null ? '' : say('of {target, number}', { target }),
      step,
      stepWords: inFigures(step),
      boost: null,
      target: null,
    };
  };

/** "about 20:15" by this device's clock; null when nothing can be said. */
function outlookWords(at: number | undefined, now: number, what: 'reached' | 'over'): string | null {
  if (at === undefined) return null;
  if (at < 0) return what === 'over' ? say('does not end at this rate') : say('not reached at this rate');
  const when = at - now > 86_400_000 ? shortDayAndTime(at) : hourMinute(at);
  return what === 'over' ? say('ends about {when}', { when }) : say('reached about {when}', { when });
}
