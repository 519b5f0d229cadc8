import type { EventKind } from '@/core/event/kind';
import { phrase, type Phrase } from '@/core/words/phrase';

/*
 * The crowds that a show is rehearsed with: how often each thing happens, by the minute, and when it happens more. All figures are ours, made up
 * for a rehearsal (docs/rehearsal.md has them in words); they promise nothing about any platform.
 */

/** What a crowd does: of these each kind has a rate. */
export const CROWD_KINDS = ['chat', 'like', 'follow', 'share', 'gift', 'tip', 'subscribe', 'giftSubs', 'raid'] as const;
export type CrowdKind = (typeof CROWD_KINDS)[number] & EventKind;
export type Rates = Readonly<Partial<Record<CrowdKind, number>>>;

/** A stretch of it in which things happen so many times as often; shares of its whole length. */
export interface Stretch {
  from: number;
  until: number;
  times: Rates;
}

export interface CrowdModel {
  title: Phrase;
  says: Phrase;
  minutes: number;
  /** How many watch at once. */
  watching: number;
  /** A minute. */
  rates: Rates;
  /** Where two lie over each other, both multiply. */
  stretches: readonly Stretch[];
  /** A raid at this share of its length, with so many viewers. */
  raid?: { at: number; viewers: number };
}

const USUAL: Rates = { chat: 25, like: 60, follow: 1, share: 0.3, gift: 2, tip: 0.15, subscribe: 0.1, giftSubs: 0.01 };
const alike = (times: number): Rates => Object.fromEntries(CROWD_KINDS.map((kind) => [kind, times]));

export const CROWDS = {
  quiet: {
    title: phrase('Quiet'),
    says: phrase('Twenty watch; a gift every few minutes.'),
    minutes: 60,
    watching: 20,
    rates: { chat: 4, like: 12, follow: 0.15, share: 0.05, gift: 0.3, tip: 0.03, subscribe: 0.02 },
    stretches: [],
  },
  usual: {
    title: phrase('Usual'),
    says: phrase('A hundred and twenty watch; two gifts a minute.'),
    minutes: 60,
    watching: 120,
    rates: USUAL,
    stretches: [],
  },
  busy: {
    title: phrase('Busy'),
    says: phrase('Eight hundred watch; a gift every five seconds.'),
    minutes: 60,
    watching: 800,
    rates: { chat: 110, like: 300, follow: 5, share: 1.5, gift: 12, tip: 0.8, subscribe: 0.5, giftSubs: 0.06 },
    stretches: [],
  },
  rush: {
    title: phrase('A rush of gifts'),
    says: phrase('A usual hour, and for nine minutes of it gifts come twenty-five times as often.'),
    minutes: 60,
    watching: 120,
    rates: USUAL,
    stretches: [{ from: 0.4, until: 0.55, times: { gift: 25, tip: 8, like: 6, chat: 3, follow: 3 } }],
  },
  raid: {
    title: phrase('A raid'),
    says: phrase('A usual hour, into which another streamer brings three hundred viewers.'),
    minutes: 60,
    watching: 120,
    rates: USUAL,
    stretches: [
      { from: 0.3, until: 0.33, times: { follow: 40, chat: 8, like: 5, gift: 3 } },
      { from: 0.33, until: 0.4, times: { follow: 15, chat: 4, like: 3, gift: 2 } },
      { from: 0.4, until: 0.55, times: { follow: 4, chat: 2, like: 1.5 } },
    ],
    raid: { at: 0.3, viewers: 300 },
  },
  evening: {
    title: phrase('A long evening'),
    says: phrase('Three hours that begin slowly, with two rushes.'),
    minutes: 180,
    watching: 200,
    rates: USUAL,
    stretches: [
      { from: 0, until: 0.2, times: alike(0.5) },
      { from: 0.45, until: 0.85, times: alike(1.6) },
      { from: 0.5, until: 0.54, times: { gift: 12, like: 4, chat: 2 } },
      { from: 0.75, until: 0.79, times: { gift: 18, like: 5, chat: 3, tip: 4 } },
      { from: 0.85, until: 1, times: alike(0.7) },
    ],
  },
} as const satisfies Record<string, CrowdModel>;
export type CrowdName = keyof typeof CROWDS;
export const CROWD_NAMES = Object.keys(CROWDS) as CrowdName[];

/** How far `size` and `gifts` go, and how fast a past session may be. */
export const FACTOR_LEAST = 0.25;
export const FACTOR_MOST = 4;
export const PACES = [1, 2, 4, 8] as const;

/** A crowd as it is asked for: the same answers give the same events. `size` and `gifts`: factors. */
export interface CrowdAsked {
  crowd: CrowdName;
  seed: number;
  size: number;
  gifts: number;
  /** A session of the streamer's own in place of a made-up crowd: its id, what it is called, and how many times as fast it goes. */
  past?: { session: string; title: string; pace: number };
}

/** The rate of a kind at a moment (share of the whole), a minute. */
export function rateAt({ rates, stretches }: CrowdModel, kind: CrowdKind, at: number): number {
  let rate = rates[kind] ?? 0;
  for (const { from, until, times } of stretches) if (at >= from && at < until) rate *= times[kind] ?? 1;
  return rate;
}
