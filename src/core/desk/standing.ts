import { WORTH_PARTS } from '@/core/event/worth-parts';
import type { Happened } from './happened';

/** From what on something stands out, and stands out most: minor units of the streamer's currency; coins, where they have no price; of the rest, how many. */
const MONEY = [200, 2000] as const;
const COINS = [100, 1000] as const;
const SUBS = [1, 5] as const;
const RAIDERS = [1, 50] as const;

const step = (value: number, [some, much]: readonly [number, number]): 0 | 1 | 2 =>
  value >= much ? 2 : value >= some ? 1 : 0;

/** How much a line stands out among what happened: 0 as any other, 2 the most. */
export function standingOf({
  kind,
  count,
  coins,
  worth,
}: Pick<Happened, 'kind' | 'count' | 'coins' | 'worth'>): 0 | 1 | 2 {
  const money = step(worth / WORTH_PARTS, MONEY);
  switch (kind) {
    case 'gift':
      return worth > 0 ? money : step(coins, COINS);
    case 'tip':
      return worth > 0 && money > 0 ? money : 1;
    case 'subscribe':
      return money > 1 ? money : 1;
    case 'giftSubs':
      return money > 1 ? money : step(count, SUBS);
    case 'raid':
      return step(count, RAIDERS);
    default:
      return 0;
  }
}
