/** Gives a worker one piece of work, and ends it when that is done. Fails when the worker does. */
export function askWorker<T>(worker: Worker, work: unknown): Promise<T> {
  return new Promise<T>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<T>) => resolve(data);
    worker.onerror = (event) => reject(new Error(event.message));
    worker.postMessage(work);
  }).finally(() => worker.terminate());
}
