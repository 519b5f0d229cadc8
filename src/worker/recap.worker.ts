import { readEventLine } from '@/core/file/events';
import { recapOf } from '@/core/recap/recap';

/* Sums up an event log (NDJSON) apart from the page: a long session has a million lines. */
self.onmessage = (message: MessageEvent<string>) => {
  const events = message.data.split('\n').filter(Boolean).flatMap((line) => {
    const read = readEventLine(line);
    return read.ok ? [read.event] : [];
  });
  self.postMessage(recapOf(events));
};
