import { readEventLine } from '@/core/file/events';
import { recapOf, type RecapBasis } from '@/core/recap/recap';

/* Sums up an event log (NDJSON) apart from the page: a long session has a million lines. */
self.onmessage = ({ data: { log, by } }: MessageEvent<{ log: string; by: RecapBasis }>) => {
  const events = log
    .split('\n')
    .filter(Boolean)
    .flatMap((line) => {
      const read = readEventLine(line);
      return read.ok ? [read.event] : [];
    });
  self.postMessage(recapOf(events, by));
};
