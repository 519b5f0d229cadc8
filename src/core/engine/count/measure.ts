import type { EventKind } from '@/core/event/kind';
import { EVENT_KINDS } from '@/core/event/kind';
import type { EventOf, StreamEvent } from '@/core/event/event';
import { WORTH_PARTS } from '@/core/event/worth-parts';
import { MEASURES, PLACE_IN_ROW, type Measure, type Row } from './row';
import type { Totals } from './totals';
import type { ViewerTally } from './viewer-tally';
import { figure } from '@/core/event/figures';
import { amountWords, type Money } from '@/core/event/money';
import { phrase, type Phrase } from '@/core/words/phrase';
import { aired } from '@/core/words/on-air';

export { MEASURES, type Measure } from './row';

/** All there is to know of a measure: which events add what to it, where it is counted, and how it reads. */
interface MeasureKind {
  /** The kinds of event that add to it. None: what adds to it says so itself. */
  kinds: readonly EventKind[];
  /**
   * What an event of these kinds adds.
   * @param worth of the event, thousandths of a minor unit
   * @param own for its viewer alone: a room's likes are then those to the viewer's name, and each follow is one
   */
  amount: (event: StreamEvent, worth: number, own: boolean) => number;
  /** Whether `own` makes a difference. */
  differs?: boolean;
  /** The measure of a whole session, and how it grows. */
  total: (totals: Totals) => number;
  /**
   * Adds `by` to a session's, and `own` to a viewer's where there is one. Names are written out: a property that must be looked up costs as
   * much as all the rest of counting a like.
   */
  add: (totals: Totals, by: number, tally: ViewerTally | null, own: number) => void;
  /** How it reads in the interface, and what adds to it, in a sentence. */
  title: Phrase;
  what: Phrase;
  /** The kinds of event that make it grow, where that is more than `kinds`: anything may earn points. */
  grows?: readonly EventKind[];
}

/** A measure whose amount is worked out from events of certain kinds. */
function of<K extends EventKind>(
  kinds: readonly K[],
  amount: (event: EventOf<K>, worth: number, own: boolean) => number,
  rest: Omit<MeasureKind, 'kinds' | 'amount'>,
): MeasureKind {
  // It is asked for events of its kinds only (COUNTED).
  return { kinds, amount: amount as MeasureKind['amount'], ...rest };
}

/** Every measure, once. */
export const MEASURE: Record<Measure, MeasureKind> = {
  likes: of(['like'], ({ count, room }, _worth, own) => (own ? count : (room ?? count)), {
    differs: true,
    total: (t) => t.likes,
    add: (t, by, tally, own) => {
      t.likes += by;
      if (tally) tally.likes += own;
    },
    title: phrase('Likes'),
    what: phrase('likes'),
  }),
  follows: of(['follow'], ({ count }, _worth, own) => (own ? 1 : (count ?? 1)), {
    differs: true,
    total: (t) => t.follows,
    add: (t, by, tally, own) => {
      t.follows += by;
      if (tally) tally.follows += own;
    },
    title: phrase('Follows'),
    what: phrase('follows'),
  }),
  shares: of(['share'], () => 1, {
    total: (t) => t.byKind.share,
    add: (t, by, tally, own) => {
      t.byKind.share += by;
      if (tally) tally.shares += own;
    },
    title: phrase('Shares'),
    what: phrase('shares'),
  }),
  // One that was gifted is its giver's.
  subscriptions: of(['subscribe'], ({ gifted }) => (gifted ? 0 : 1), {
    total: (t) => t.subscriptions,
    add: (t, by, tally, own) => {
      t.subscriptions += by;
      if (tally) tally.subscriptions += own;
    },
    title: phrase('Subscriptions'),
    what: phrase('subscriptions'),
  }),
  giftSubs: of(['giftSubs'], ({ count }) => count, {
    total: (t) => t.giftSubs,
    add: (t, by, tally, own) => {
      t.giftSubs += by;
      if (tally) tally.giftSubs = (tally.giftSubs ?? 0) + own;
    },
    title: phrase('Subscriptions given away'),
    what: phrase('gifted subscriptions'),
  }),
  gifts: of(['gift'], ({ count }) => count, {
    total: (t) => t.gifts,
    add: (t, by, tally, own) => {
      t.gifts += by;
      if (tally) tally.gifts += own;
    },
    title: phrase('Gifts'),
    what: phrase('gifts'),
  }),
  coins: of(['gift'], ({ count, unitCoins }) => count * unitCoins, {
    total: (t) => t.coins,
    add: (t, by, tally, own) => {
      t.coins += by;
      if (tally) tally.coins += own;
    },
    title: phrase('Coins'),
    what: phrase('gifts'),
  }),
  tips: of(['tip'], (_event, worth) => worth, {
    total: (t) => t.tipWorth,
    add: (t, by, tally, own) => {
      t.tipWorth += by;
      if (tally) tally.tips = (tally.tips ?? 0) + own;
    },
    title: phrase('Tips'),
    what: phrase('tips'),
  }),
  worth: of(['gift', 'tip', 'subscribe', 'giftSubs'], (_event, worth) => worth, {
    total: (t) => t.worth,
    add: (t, by, tally, own) => {
      t.worth += by;
      if (tally) tally.worth += own;
    },
    title: phrase('Worth'),
    what: phrase('gifts, tips or subscriptions'),
  }),
  chats: of(['chat'], () => 1, {
    total: (t) => t.byKind.chat,
    add: (t, by, tally, own) => {
      t.byKind.chat += by;
      if (tally) tally.chats += own;
    },
    title: phrase('Lines in chat'),
    what: phrase('chat'),
  }),
  // Raids are by streamers, not by viewers.
  raids: of(['raid'], () => 1, {
    total: (t) => t.byKind.raid,
    add: (t, by) => void (t.byKind.raid += by),
    title: phrase('Raids'),
    what: phrase('raids'),
  }),
  points: of([], () => 0, {
    total: (t) => t.points,
    add: (t, by, tally, own) => {
      t.points += by;
      if (tally) tally.points += own;
    },
    title: phrase('Points'),
    what: phrase('chat, likes, gifts or follows'),
    grows: ['chat', 'like', 'gift', 'follow'],
  }),
};

interface Counting extends MeasureKind {
  at: number;
}

/** By kind of event, the measures that it adds to. */
export const COUNTED = Object.fromEntries(
  EVENT_KINDS.map((kind): [EventKind, Counting[]] => [
    kind,
    MEASURES.filter((measure) => MEASURE[measure].kinds.includes(kind)).map((measure) => ({
      ...MEASURE[measure],
      at: PLACE_IN_ROW[measure],
    })),
  ]),
) as Record<EventKind, Counting[]>;

/** What is counted, and into what. */
interface Into {
  event: StreamEvent;
  worth: number;
  totals: Totals;
  tally: ViewerTally | null;
}

/** Counts an event into the session's totals and its viewer's tally, in place. */
export function countInAll({ event, worth, totals, tally }: Into): void {
  const measures = COUNTED[event.kind];
  for (let n = 0; n < measures.length; n += 1) {
    const measure = measures[n];
    if (!measure) continue;
    const amount = measure.amount(event, worth, false);
    // Only likes and follows are counted otherwise for their viewer.
    measure.add(totals, amount, tally, measure.differs ? measure.amount(event, worth, true) : amount);
  }
}

/**
 * Counts an event into a row, in place.
 * @param worth thousandths of a minor unit
 * @param own for its viewer alone
 */
export function countInto(row: Row, event: StreamEvent, worth: number, own: boolean): void {
  const measures = COUNTED[event.kind];
  for (let n = 0; n < measures.length; n += 1) {
    const measure = measures[n];
    if (measure) row[measure.at] = (row[measure.at] ?? 0) + measure.amount(event, worth, own);
  }
}

/** What an event adds to a measure; 0 where it is of another kind. `worth` and `own` as in the table. */
export const addedTo = (measure: Measure, event: StreamEvent, worth: number, own: boolean): number =>
  MEASURE[measure].kinds.includes(event.kind) ? MEASURE[measure].amount(event, worth, own) : 0;

/** A measure's value as it is shown and compared with targets: money in whole minor units. */
export const shownValue = (measure: Measure, value: number): number =>
  isMoney(measure) ? Math.floor(value / WORTH_PARTS) : value;

/** Whether a measure is an amount of money, in minor units of the streamer's currency. */
export const isMoney = (measure: Measure): boolean => measure === 'worth' || measure === 'tips';

/** The currency that a measure is in; undefined: it is a number of things. */
export const currencyOf = (measure: Measure, { money }: { money: Money }): string | undefined =>
  isMoney(measure) ? money.currency : undefined;

/** The same, as a part of what a piece shows. */
export const withCurrency = (measure: Measure | null, show: { money: Money }): { currency?: string } =>
  measure !== null && isMoney(measure) ? { currency: show.money.currency } : {};

/** What is counted, as people write it: with its thousands apart, or, of a currency (minor units), as an amount. */
export const figureWords = (value: number, currency: string | undefined, language?: string): string =>
  currency === undefined ? figure(value, language) : amountWords(value, currency, language);

/** What a measure is called where viewers read it, within a sentence and in the show's language. */
export const measureOnAir = (measure: Measure, language: string): string =>
  aired(
    language,
    '{measure, select, likes {likes} follows {followers} shares {shares} subscriptions {subscriptions} giftSubs {subscriptions given away} gifts {gifts} coins {coins} tips {tips} worth {worth} chats {lines in chat} raids {raids} other {points}}',
    { measure },
  );
