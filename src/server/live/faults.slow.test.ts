import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { emptyShow } from '@/core/show/starter';
import { seeded } from '@/core/rehearsal/chance';
import { Day, FEEDS } from './bad-day';

/* A bad day on three platforms at once: a thousand faults. In the end every count is what the platforms' own ledgers say. */

const ROUNDS = 1000;

test('a thousand faults over three feeds at once: none lost, none twice', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'gavirn-faults-'));
  const random = seeded(20261119);
  const day = new Day({
    folder,
    random,
    show: { ...emptyShow('s', 'S'), followAgain: 'each', goOnMinutes: 0, feeds: FEEDS },
    now: Date.UTC(2026, 10, 19, 19),
    // By another clock than its messages came, a streak would be forgotten at the next look for silent ones.
    own: true,
  });
  Object.assign(day.brindle.faults, {
    repeat: 0.1,
    reorder: 0.1,
    loseStreakEnds: 0.5,
    malformed: 0.03,
    skewMs: -120_000,
  });
  Object.assign(day.oxbow.faults, { repeat: 0.1, reorder: 0.1, malformed: 0.03, skewMs: 90_000 });
  Object.assign(day.tarn.faults, { repeat: 0.1, reorder: 0.1, malformed: 0.03, skewMs: 5000 });
  day.connectBrindle();
  day.connectChat();
  day.poll(false);
  day.brindle.goLive();
  day.oxbow.goLive();
  day.tarn.goLive();
  await day.deliver(false);
  day.poll(false);
  await day.flush();
  const faults: (() => void | Promise<void>)[] = [
    () => day.cutBrindle(),
    () => day.cutChat(),
    () => day.connectBrindle(),
    () => day.connectChat(),
    () => day.deliver(true),
    () => day.deliver(false),
    () => day.poll(false),
    () => day.poll(true),
    () => day.kill(),
    () => day.flush(),
  ];
  const done = new Map<number, number>();
  for (let round = 0; round < ROUNDS; round += 1) {
    day.act();
    const which = Math.floor(random() * faults.length);
    done.set(which, (done.get(which) ?? 0) + 1);
    await faults[which]?.();
  }
  day.finish();
  day.connectBrindle();
  day.connectChat();
  day.poll(false);
  await day.deliver(false);
  day.poll(false);
  const { totals } = day.state;
  const [b, o, t] = [day.brindle.ledger, day.oxbow.ledger, day.tarn.ledger];
  expect(Math.min(...done.values())).toBeGreaterThan(60);
  expect({
    chat: totals.byKind.chat,
    follows: totals.follows,
    shares: totals.byKind.share,
    joins: totals.byKind.join,
    subscriptions: totals.subscriptions,
    giftSubs: totals.giftSubs,
    gifts: totals.gifts,
    coins: totals.coins,
    likes: totals.likes,
    viewerLikes: totals.viewerLikes,
    tips: totals.byKind.tip,
    money: totals.tips,
    raids: totals.byKind.raid,
    raiders: totals.raidViewers,
  }).toEqual({
    chat: b.chat + o.chat + t.chat,
    follows: b.follow + o.follow + t.follow,
    shares: b.share,
    joins: b.join,
    subscriptions: b.subscribe + o.subscribe + t.subscribe,
    giftSubs: o.giftSubs.count,
    gifts: b.gift.count,
    coins: b.gift.coins,
    likes: b.like.room + t.like,
    viewerLikes: b.like.viewers,
    tips: o.tip.count + t.tip.count,
    money: { ...o.tip.minor, ...t.tip.minor },
    raids: o.raid.count,
    raiders: o.raid.viewers,
  });
  expect([...day.state.problems.values()].reduce((sum, { lost }) => sum + lost, 0)).toBe(0);
  await day.close();
  rmSync(folder, { recursive: true, force: true });
});
