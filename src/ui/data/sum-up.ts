import type { Recap, RecapBasis } from '@/core/recap/recap';
import { askWorker } from './ask-worker';

/** A session's sum, and what it was reckoned by. */
export type KeptRecap = Recap & { basis: string };

/** What a session's sum depends on, beside its log: the same basis gives the same sum. */
export const basisOf = ({ people, money, feeds }: RecapBasis): string =>
  JSON.stringify([people, money, feeds.map(({ id, rate }) => [id, rate])]);

/** Sums up an event log in a worker. */
export async function sumUp(log: string, by: RecapBasis): Promise<KeptRecap> {
  const recap = await askWorker<Recap>(new Worker(new URL('../../worker/recap.worker.ts', import.meta.url)), {
    log,
    by: { feeds: by.feeds, money: by.money, people: by.people },
  });
  return { ...recap, basis: basisOf(by) };
}
