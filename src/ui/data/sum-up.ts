import type { Recap, RecapBasis } from '@/core/recap/recap';

/** A session's sum, and what it was reckoned by. */
export type KeptRecap = Recap & { basis: string };

/** What a session's sum depends on, beside its log: the same basis gives the same sum. */
export const basisOf = ({ people, money, feeds }: RecapBasis): string =>
  JSON.stringify([people, money, feeds.map(({ id, rate }) => [id, rate])]);

/** Sums up an event log in a worker. */
export function sumUp(log: string, by: RecapBasis): Promise<KeptRecap> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('../../worker/recap.worker.ts', import.meta.url));
    worker.onmessage = (message: MessageEvent<Recap>) => {
      resolve({ ...message.data, basis: basisOf(by) });
      worker.terminate();
    };
    worker.onerror = (event) => {
      reject(new Error(event.message));
      worker.terminate();
    };
    worker.postMessage({ log, by: { feeds: by.feeds, money: by.money, people: by.people } });
  });
}
