import type { Recap, RecapBasis } from '@/core/recap/recap';

/** Sums up an event log in a worker. */
export function sumUp(log: string, by: RecapBasis): Promise<Recap> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('../../worker/recap.worker.ts', import.meta.url));
    worker.onmessage = (message: MessageEvent<Recap>) => {
      resolve(message.data);
      worker.terminate();
    };
    worker.onerror = (event) => {
      reject(new Error(event.message));
      worker.terminate();
    };
    worker.postMessage({ log, by: { feeds: by.feeds, money: by.money, people: by.people } });
  });
}
