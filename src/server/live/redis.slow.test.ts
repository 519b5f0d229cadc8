import { newTally, type ViewerTally } from '@/core/engine/count/viewer-tally';
import { Leaderboard } from '@/core/engine/count/leaderboard';
import { seeded } from '@/core/rehearsal/chance';
import { startRedis } from '../../../bench/redis';

/* Leaderboards against the sorted sets of Redis (Debian's redis-server): ZINCRBY for each update, ZREVRANGE at the end. */

const UPDATES = 250_000;
const VIEWERS = 50_000;
const TURN = 20_000;

const tally = (id: string): ViewerTally => ({
  ...newTally({ key: `f/${id}`, id, feed: 'f' }, 0),
  name: id,
  handle: id,
});

test('after a quarter of a million random updates of 50,000 viewers: the same viewers with the same scores in the same order', async () => {
  const { client, stop } = await startRedis();
  try {
    const random = seeded(20261126);
    const board = new Leaderboard('coins');
    const viewers = Array.from({ length: VIEWERS }, (_, n) => tally(`v${n}`));
    for (let n = 0; n < UPDATES; n += TURN) {
      const turn = client.multi();
      for (let m = 0; m < TURN; m += 1) {
        // A few viewers do most of it, as in any crowd, so that places change hands all the time.
        const viewer = viewers[Math.floor(VIEWERS * random() ** 3)];
        if (!viewer) throw new Error('No viewer.');
        const coins = 1 + Math.floor(random() * 500);
        viewer.coins += coins;
        board.update(viewer);
        turn.zIncrBy('coins', coins, viewer.id);
      }
      await turn.execAsPipeline();
    }
    const redis = await client.zRangeWithScores('coins', 0, 19, { REV: true });
    const ours = board.places.map(({ id, coins }) => ({ value: id, score: coins }));
    expect(ours.map(({ score }) => score)).toEqual(redis.map(({ score }) => score));
    // Equals stand by their ids here, against them there; so each group of equals is compared as a whole, but for a last one that may be cut.
    const last = redis.at(-1)?.score;
    const sorted = (list: typeof ours): typeof ours =>
      list.filter(({ score }) => score !== last).sort((a, b) => b.score - a.score || (a.value < b.value ? -1 : 1));
    expect(sorted(ours)).toEqual(sorted(redis));
    expect(sorted(ours).length).toBeGreaterThan(15);
    expect(await client.zCard('coins')).toBe(viewers.filter(({ coins }) => coins > 0).length);
  } finally {
    await stop();
  }
});
