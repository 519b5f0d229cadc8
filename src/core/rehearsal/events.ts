import type { StreamEvent } from '@/core/event/event';
import type { Viewer } from '@/core/event/viewer';
import { sendsOf } from '@/core/platform';
import type { Show } from '@/core/show/show';
import { pick, seeded } from './chance';
import { CROWDS, CROWD_KINDS, rateAt, type CrowdAsked, type CrowdKind, type CrowdModel } from './crowd';
import { BEGINS, InTurn, type Flow } from './flow';
import { LINES, NAMES } from './invented';

const MINUTE_MS = 60_000;

/** So many gifts open a streak; each step of it is followed by another this often. */
const STREAKS = 0.35;
const STREAK_GOES_ON = 0.7;
const STREAK_STEP_MS = 700;
/** So many lines of chat ask for something by a keyword. */
const KEYWORDS = 0.06;
/** Of those who watch so many give way to others within a minute. */
const TURNOVER = 0.02;

/** Gifts, by what they are worth, coins: what costs ten times as much comes a sixth as often. */
const GIFTS: readonly [name: string, coins: number, weight: number][] = [
  ['Ember', 1, 100],
  ['Clay', 5, 40],
  ['Paper boat', 10, 17],
  ['Teapot', 50, 5],
  ['Bowl', 100, 2.8],
  ['Vase', 500, 0.8],
  ['Kiln', 1000, 0.45],
  ['Dragon kiln', 5000, 0.12],
];
const ALL_WEIGHTS = GIFTS.reduce((sum, [, , weight]) => sum + weight, 0);

type Random = () => number;

/** The kinds that some feed of the show sends: a rehearsal has no others. */
export const kindsSent = ({ feeds }: Show): CrowdKind[] =>
  CROWD_KINDS.filter((kind) => feeds.some((feed) => feed.on && sendsOf(feed, kind) === 'yes'));

/**
 * The moments at which a kind happens: a Poisson process whose rate changes in steps. Within a step the gaps are exponential; one that reaches
 * beyond its step is drawn anew there, which the process has no memory of (Lewis and Shedler 1979; from memory).
 * @returns ms from the beginning, rising
 */
export function arrivals(model: CrowdModel, kind: CrowdKind, factor: number, random: Random): number[] {
  const edges = [...new Set([0, 1, ...model.stretches.flatMap(({ from, until }) => [from, until])])].sort(
    (a, b) => a - b,
  );
  const length = model.minutes * MINUTE_MS;
  const times: number[] = [];
  for (const [n, from] of edges.slice(0, -1).entries()) {
    const rate = (rateAt(model, kind, from) * factor) / MINUTE_MS;
    const end = (edges[n + 1] ?? 1) * length;
    if (rate <= 0) continue;
    for (let at = from * length + gap(rate, random); at < end; at += gap(rate, random)) times.push(at);
  }
  return times;
}

const gap = (rate: number, random: Random): number => -Math.log(1 - random()) / rate;

/** So long before a crowd is at its busiest somebody begins who does not want to wait for it, ms. */
const BEFORE_BUSY_MS = 20_000;

/** When a crowd is at its busiest, ms from the beginning, a little before; 0: it is as busy all the time. */
function busyFrom({ minutes, stretches, raid }: CrowdModel): number {
  const risen = stretches.filter(({ times }) => (times.gift ?? 1) > 1 || (times.follow ?? 1) > 1);
  const most = risen.reduce<(typeof risen)[number] | null>(
    (best, each) => (best && (best.times.gift ?? 1) >= (each.times.gift ?? 1) ? best : each),
    null,
  );
  const from = raid?.at ?? most?.from ?? 0;
  return Math.max(0, from * minutes * MINUTE_MS - BEFORE_BUSY_MS);
}

/** All that a crowd does, as it comes. The show says by which feeds, and in which currency. */
export function crowdFlow(show: Show, { crowd, seed, size, gifts }: CrowdAsked): Flow {
  const model: CrowdModel = CROWDS[crowd];
  const kinds = kindsSent(show).map((kind) => {
    const random = seeded(seed * 101 + CROWD_KINDS.indexOf(kind));
    const make = maker(show, kind, model.watching * size, random);
    const given = kind === 'gift' || kind === 'tip' || kind === 'subscribe' || kind === 'giftSubs';
    const times = arrivals(model, kind, size * (given ? gifts : 1), random).map((at) => ({ at, raiders: 20 }));
    if (kind === 'raid' && model.raid)
      times.push({
        at: model.raid.at * model.minutes * MINUTE_MS,
        raiders: Math.max(1, Math.round(model.raid.viewers * size)),
      });
    return { times: times.sort((a, b) => a.at - b.at), next: 0, make };
  });
  const lengthMs = model.minutes * MINUTE_MS;
  const inTurn = new InTurn((ms) =>
    kinds.flatMap((kind) => {
      const made: StreamEvent[] = [];
      for (let time = kind.times[kind.next]; time && time.at < ms; time = kind.times[kind.next]) {
        made.push(...kind.make(time.at, time.raiders));
        kind.next += 1;
      }
      return made;
    }),
  );
  return { lengthMs, busyMs: busyFrom(model), before: (ms) => inTurn.before(ms) };
}

/** All that a crowd does, in order. */
export const crowdEvents = (show: Show, asked: CrowdAsked): StreamEvent[] => crowdFlow(show, asked).before(Infinity);

type Maker = (at: number, raiders: number) => StreamEvent[];

function maker(show: Show, kind: CrowdKind, watching: number, random: Random): Maker {
  const feeds = show.feeds.filter((feed) => feed.on && sendsOf(feed, kind) === 'yes').map(({ id }) => id);
  const words = keywordsOf(show);
  let made = 0;
  return (at, raiders) => {
    made += 1;
    const feed = pick(random, feeds);
    const when = BEGINS + Math.round(at);
    const viewer = viewerAt(at, watching, random);
    const base = { id: `${kind}${made}`, feed, at: when, seenAt: when, viewer };
    switch (kind) {
      case 'chat':
        return [
          { ...base, kind, text: words.length > 0 && random() < KEYWORDS ? pick(random, words) : pick(random, LINES) },
        ];
      case 'like':
        return [{ ...base, kind, count: 1 + Math.floor(random() ** 2 * 15) }];
      case 'gift':
        return giftEvents(base, random);
      case 'tip':
        // Some 3 in the middle, now and then 50: e to a normal that is made of three even draws.
        return [
          {
            ...base,
            kind,
            currency: show.money.currency,
            amountMinor: 100 * Math.max(1, Math.round(Math.exp(1.1 + 1.4 * bell(random)))),
          },
        ];
      case 'subscribe':
        return [{ ...base, kind, tier: 1, months: 1 + Math.floor(random() ** 3 * 24), gifted: false }];
      case 'giftSubs':
        return [{ ...base, kind, count: pick(random, [1, 1, 5, 5, 10]) }];
      case 'raid':
        return [{ ...base, kind, viewers: raiders }];
      case 'follow':
      case 'share':
        return [{ ...base, kind }];
    }
  };
}

const bell = (random: Random): number => (random() + random() + random() - 1.5) * 2;

/** One of those who watch now; few do most (the square of an even draw). */
function viewerAt(at: number, watching: number, random: Random): Viewer {
  const there = Math.max(3, Math.round(watching));
  const gone = Math.floor((at / MINUTE_MS) * TURNOVER * there);
  const n = gone + Math.floor(random() ** 2 * there);
  const [handle, name] = NAMES[n % NAMES.length] ?? ['viewer', 'Viewer'];
  // Each has a name of their own: who is thanked is told by it.
  const round = Math.floor(n / NAMES.length);
  return {
    id: `r${n}`,
    handle: round === 0 ? handle : `${handle}${round}`,
    name: round === 0 ? name : `${name} ${round}`,
    roles: n % 40 === 5 ? ['moderator'] : n % 7 === 3 ? ['subscriber'] : [],
  };
}

/** One gift, or a streak of them: each step a message, the last one closes it. */
function giftEvents(
  base: Pick<StreamEvent, 'id' | 'feed' | 'at' | 'seenAt' | 'viewer'>,
  random: Random,
): StreamEvent[] {
  let left = random() * ALL_WEIGHTS;
  const [name, unitCoins] = GIFTS.find(([, , weight]) => (left -= weight) < 0) ?? ['Ember', 1];
  const gift = { kind: 'gift' as const, giftId: name, name, unitCoins, count: 1 };
  if (random() >= STREAKS || unitCoins > 100) return [{ ...base, ...gift }];
  const steps = [base.at];
  while (random() < STREAK_GOES_ON && steps.length < 40) steps.push(base.at + steps.length * STREAK_STEP_MS);
  return steps.map((at, n) => ({
    ...base,
    ...gift,
    id: `${base.id}.${n}`,
    at,
    seenAt: at,
    streakId: base.id,
    streakOpen: n < steps.length - 1,
  }));
}

/** What viewers can write that a cue or a perk answers to. */
const keywordsOf = ({ cues, points }: Show): string[] => [
  ...cues.flatMap(({ on, when }) => (on && when.kind === 'chat' && when.text !== '' ? [when.text] : [])),
  ...points.perks.map(({ keyword }) => keyword),
];
