import { fastReader, type Reader } from '@/core/event/fast-reader';
import { streamEventSchema, type StreamEvent } from '@/core/event/event';
import { tidied } from '@/core/event/viewer';
import { MAX_MESSAGE } from '@/core/platform/sse-message';
import { readKnownEvent } from './known-form';
import { phrase, type Phrase } from '@/core/words/phrase';

// One reader a kind: generated code for the whole union is one large function, which takes three times as long.
const readers = new Map<unknown, Reader<StreamEvent>>(
  streamEventSchema.options.map((option) => [option.shape.kind.value, fastReader<StreamEvent>(option)]),
);
const kindOf = (json: unknown): unknown =>
  typeof json === 'object' && json !== null && 'kind' in json ? json.kind : undefined;

export type ReadEvent = { ok: true; event: StreamEvent } | { ok: false; reason: Phrase };

/** Reads one line of an event log: NDJSON, one StreamEvent a line (docs/event-model.md). */
export function readEventLine(line: string): ReadEvent {
  if (line.length > MAX_MESSAGE)
    return {
      ok: false,
      reason: phrase('The line is {line, number} characters long; no more than {most, number} are read.', {
        line: line.length,
        most: MAX_MESSAGE,
      }),
    };
  const known = readKnownEvent(line);
  if (known) return { ok: true, event: known };
  let json: unknown;
  try {
    json = JSON.parse(line);
  } catch {
    return { ok: false, reason: phrase('The line is not whole: its JSON cannot be read.') };
  }
  const parsed = (readers.get(kindOf(json)) ?? streamEventSchema).safeParse(json);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    return {
      ok: false,
      reason: phrase('The event has no usable "{path}".', { path: issue?.path.join('.') || 'content' }),
    };
  }
  const { viewer } = parsed.data;
  if (viewer) viewer.name = tidied(viewer.name, viewer.handle);
  return { ok: true, event: parsed.data };
}

/** One line of an event log, with its line feed. */
export const writeEventLine = (event: StreamEvent): string => `${JSON.stringify(event)}\n`;
