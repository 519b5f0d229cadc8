import type { StreamEvent } from '@/core/event/event';
import { aFollow, aTip, START } from '@/core/event/examples';
import type { When } from '@/core/engine/kinds';
import type { Cue } from '@/core/show/show';
import { at, cue, run } from './fire.setup';

/* Cues that wait for how many there are, or how much. */

test('every so many shares, subscriptions with and without those given away, tips and raids; or once', () => {
  const every = (of: Extract<When, { kind: 'every' }>['of'], n: number, how?: 'once'): When => ({
    kind: 'every',
    every: n,
    of,
    by: 'session',
    within: 0,
    ...(how ? { how } : {}),
  });
  const share = (n: number): StreamEvent => ({ ...at(aFollow({}), n), id: `s${n}`, kind: 'share' }) as StreamEvent;
  const raid = (n: number): StreamEvent =>
    ({ ...at(aFollow({}), n), id: `r${n}`, kind: 'raid', viewers: 9 }) as StreamEvent;
  const sub = (n: number, gifted: boolean): StreamEvent =>
    ({ ...at(aFollow({}), n), id: `u${n}`, kind: 'subscribe', tier: 1, months: 1, gifted }) as StreamEvent;
  const tip = (n: number): StreamEvent => at(aTip(), n);
  const given = (n: number): StreamEvent =>
    ({ ...at(aFollow({}), n), id: `g${n}`, kind: 'giftSubs', count: 4 }) as StreamEvent;
  expect(
    run(
      [
        cue(every('shares', 2), 'shares {count}'),
        cue(every('raids', 2), 'raids {count}'),
        cue(every('subscriptions', 2), 'subscriptions {count}'),
        cue(every('giftSubs', 3), 'given {count}'),
        cue(every('allSubs', 3), 'all {count}'),
        cue(every('tipCount', 2), 'tips {count}'),
        cue(every('shares', 3, 'once'), 'once {count}'),
      ],
      [
        share(1),
        raid(2),
        sub(3, false),
        sub(4, true),
        given(5),
        share(6),
        raid(7),
        sub(8, false),
        tip(9),
        tip(10),
        ...[11, 12, 13, 14, 15, 16].map(share),
      ],
    ).texts,
  ).toEqual([
    'given 3',
    'all 3',
    'shares 2',
    'raids 2',
    'subscriptions 2',
    'all 6',
    'tips 2',
    'once 3',
    'shares 4',
    'shares 6',
    'shares 8',
  ]);
});

test('how many watch now, over all feeds: each time it rises to it, and not again before it has fallen by a tenth', () => {
  const watching = (n: number, feed: string, s: number) =>
    ({ id: `a${s}`, feed, kind: 'audience', watching: n, at: START + s * 1000, seenAt: START + s * 1000 }) as const;
  const seen = (...of: [number, string][]): string[] =>
    run(
      [cue({ kind: 'watching', least: 100 }, '{count} watch')],
      of.map(([n, feed], s) => watching(n, feed, s)),
    ).texts;
  expect(seen([60, 'f'], [40, 'g'], [45, 'g'])).toEqual(['100 watch']);
  expect(seen([99, 'f'], [100, 'f'], [91, 'f'], [120, 'f'])).toEqual(['100 watch']);
  expect(seen([100, 'f'], [89, 'f'], [99, 'f'], [130, 'f'])).toEqual(['100 watch', '130 watch']);
  expect(seen([0, 'f'], [99, 'g'])).toEqual([]);
});

test('a tip’s amount in a currency of its own, also where that has no rate; tips in others leave it alone', () => {
  const tip = (currency: string | undefined, from: number): Cue =>
    cue(
      { kind: 'tip', worth: { least: from, most: null }, ...(currency ? { currency } : {}) },
      `${currency ?? 'any'} {worth}`,
    );
  const cues = [tip('JPY', 500), tip('KWD', 1500), tip(undefined, 400)];
  const paid = (amountMinor: number, currency: string, s: number) => at(aTip({ amountMinor, currency }), s);
  expect(
    run(cues, [
      paid(499, 'JPY', 1),
      paid(500, 'JPY', 2),
      paid(1500, 'KWD', 3),
      paid(399, 'EUR', 4),
      paid(400, 'EUR', 5),
    ]).texts,
  ).toEqual(['JPY 500 JPY', 'KWD 1.500 KWD', 'any 4.00 EUR']);
});
