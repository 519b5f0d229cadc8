import { useCallback, useEffect, useRef, useState } from 'react';
import { ADVICES, type Advice } from '@/core/rehearsal/advice';
import type { CrowdAsked } from '@/core/rehearsal/crowd';
import type { Report } from '@/core/rehearsal/report';
import type { Show } from '@/core/show/show';
import type { RehearsalSaid, RehearsalTask } from '@/worker/rehearsal.worker';
import { readLog } from '@/ui/data/session-store';
import { keepRehearsed } from './rehearsed';

/** What came of it so far. */
export interface Rehearsed {
  asked: CrowdAsked;
  report: Report;
  /** How much of what may help was tried; 1: all, and `advice` has what helps. */
  tried: number;
  advice: Advice[];
}

export interface Rehearsing {
  runs: boolean;
  result: Rehearsed | null;
  /** The worker could not do it. */
  failed: boolean;
  run: (show: Show, asked: CrowdAsked) => void;
  cancel: () => void;
}

/** Runs a crowd through the show in a worker. */
export function useRehearsal(): Rehearsing {
  const worker = useRef<Worker | null>(null);
  const [runs, setRuns] = useState(false);
  const [failed, setFailed] = useState(false);
  const [result, setResult] = useState<Rehearsed | null>(null);
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setRuns(false);
  }, []);
  useEffect(() => () => worker.current?.terminate(), []);

  const run = useCallback(
    (show: Show, asked: CrowdAsked) => {
      end();
      setFailed(false);
      setRuns(true);
      const own = new Worker(new URL('../../worker/rehearsal.worker.ts', import.meta.url));
      worker.current = own;
      own.onerror = () => {
        setFailed(true);
        end();
      };
      own.onmessage = ({ data }: MessageEvent<RehearsalSaid>) => {
        switch (data.said) {
          case 'report':
            keepRehearsed(show.id, data.report);
            setResult({ asked, report: data.report, tried: 0, advice: [] });
            break;
          case 'tried':
            setResult((known) => known && { ...known, tried: data.done / (ADVICES.length + 1) });
            break;
          case 'advice':
            setResult((known) => known && { ...known, tried: 1, advice: data.advice });
            end();
        }
      };
      const begin = (log?: string): void =>
        own.postMessage({ show, asked, ...(log === undefined ? {} : { log }) } satisfies RehearsalTask);
      if (!asked.past) return begin();
      void readLog(asked.past.session).then((log) => {
        if (worker.current !== own) return;
        if (log !== null) return begin(log);
        setFailed(true);
        end();
      });
    },
    [end],
  );
  return { runs, result, failed, run, cancel: end };
}
