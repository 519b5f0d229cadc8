import { useEffect, useRef } from 'react';
import type { Arranged, ArrangeTask } from '@/worker/arrange.worker';

/** Hands tasks to the worker that arranges; one at a time, and none after the page has left. */
export function useArrange(): (task: ArrangeTask) => Promise<Arranged> {
  const worker = useRef<Worker | null>(null);
  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = null;
    },
    [],
  );
  return (task) =>
    new Promise((resolve) => {
      worker.current ??= new Worker(new URL('../../worker/arrange.worker.ts', import.meta.url));
      worker.current.onmessage = ({ data }: MessageEvent<Arranged>) => resolve(data);
      worker.current.postMessage(task);
    });
}
