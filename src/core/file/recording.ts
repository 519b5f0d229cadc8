import { tidied } from '@/core/event/viewer';
import Papa from 'papaparse';
import { createParser } from 'eventsource-parser';
import { streamEventSchema, type StreamEvent } from '@/core/event/event';
import { amountDecimal, toMinor } from '@/core/event/money';
import type { Reading } from '@/core/intake/received';
import { readBrindle } from '@/core/platform/brindle';
import { readCloudEvent } from '@/core/platform/cloud-events';
import type { Origin } from '@/core/platform/sse-message';
import { rejected, unusable } from '@/core/platform/reading';
import { readEventLine } from './events';
import { plainCell, writeTable } from './csv';
import type { RecordingFormat } from '@/core/platform/recording-format';
import { phrase } from '@/core/words/phrase';

/** One message of a recording: what it says, and how it stood in the file. */
export interface Recorded {
  reading: Reading;
  raw: string;
}

/** The columns of an event table, in the order in which they are written. A viewer's roles are separated by spaces. */
const COLUMNS = [
  'id',
  'feed',
  'kind',
  'at',
  'seenAt',
  'viewerId',
  'viewerHandle',
  'viewerName',
  'viewerRoles',
  'count',
  'room',
  'total',
  'giftId',
  'name',
  'unitCoins',
  'streakId',
  'streakOpen',
  'tier',
  'months',
  'gifted',
  'amount',
  'currency',
  'message',
  'viewers',
  'text',
  'watching',
  'state',
  'roomId',
  'startedAt',
] as const;
const NUMBERS: ReadonlySet<string> = new Set([
  'at',
  'seenAt',
  'count',
  'room',
  'total',
  'unitCoins',
  'tier',
  'months',
  'amountMinor',
  'viewers',
  'watching',
  'startedAt',
]);
const BOOLEANS: ReadonlySet<string> = new Set(['streakOpen', 'gifted']);

/** Events as a table (RFC 4180): a header line, one event a line, CRLF. */
export function writeCsv(events: readonly StreamEvent[]): string {
  return writeTable(
    COLUMNS,
    events.map(({ viewer, ...event }) => {
      const row: Partial<Record<string, string | number | boolean>> = {
        ...event,
        // Money in its currency's own units, as a person reads it.
        ...(event.kind === 'tip' ? { amount: amountDecimal(event.amountMinor, event.currency) } : {}),
        ...(viewer
          ? {
              viewerId: viewer.id,
              viewerHandle: viewer.handle,
              viewerName: viewer.name,
              viewerRoles: viewer.roles.join(' '),
            }
          : {}),
      };
      return COLUMNS.map((column) => row[column]);
    }),
  );
}

function readCsv(text: string): Recorded[] {
  const { data, meta } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    transform: plainCell,
  });
  if (!meta.fields?.includes('kind'))
    return [
      {
        reading: rejected(phrase('The table has no column "kind": its first line must name the columns.')),
        raw: text.slice(0, 500),
      },
    ];
  return data.map((row) => {
    const values: Record<string, unknown> = {};
    for (const [column, value] of Object.entries(row)) {
      if (typeof value !== 'string' || value === '' || (column.startsWith('viewer') && column !== 'viewers')) continue;
      values[column] = NUMBERS.has(column) ? Number(value) : BOOLEANS.has(column) ? value === 'true' : value;
    }
    if (row.viewerId)
      values.viewer = {
        id: row.viewerId,
        handle: row.viewerHandle ?? '',
        name: tidied(row.viewerName ?? '', row.viewerHandle ?? ''),
        roles: (row.viewerRoles ?? '').split(' ').filter(Boolean),
      };
    if (values.kind === 'chat') values.text ??= '';
    // Tables of an earlier version have `amountMinor`.
    if (typeof values.amount === 'string')
      values.amountMinor = toMinor(values.amount, String(values.currency ?? '')) ?? values.amount;
    const parsed = streamEventSchema.safeParse(values);
    return {
      reading: parsed.success
        ? { kind: 'heard', heard: { event: parsed.data } }
        : rejected(unusable('line', parsed.error)),
      raw: JSON.stringify(row),
    };
  });
}

function readLines(text: string, read: (line: string) => Reading[]): Recorded[] {
  return text
    .split(/\r?\n/)
    .filter((line) => line.trim() !== '')
    .flatMap((line) => read(line).map((reading) => ({ reading, raw: line })));
}

const eventLine = (line: string): Reading => {
  const read = readEventLine(line);
  return read.ok ? { kind: 'heard', heard: { event: read.event } } : rejected(read.reason);
};

/** One line of NDJSON, or one of a batch, as a CloudEvent. */
export function cloudEventLine(line: string, origin: Origin): Reading[] {
  try {
    return readCloudEvent(JSON.parse(line), origin, null);
  } catch {
    return [rejected(phrase('The line is not whole: its JSON cannot be read.'))];
  }
}

function readCloudEvents(text: string, origin: Origin): Recorded[] {
  try {
    return (JSON.parse(text) as unknown[]).flatMap((json) =>
      readCloudEvent(json, origin, null).map((reading) => ({ reading, raw: JSON.stringify(json) ?? '' })),
    );
  } catch {
    return [{ reading: rejected(phrase('The batch is not whole: its JSON cannot be read.')), raw: text.slice(0, 500) }];
  }
}

/** Reads a saved Brindle stream as it comes, piece by piece. */
export function brindleStream(origin: Origin, take: (recorded: Recorded) => void): { feed: (text: string) => void } {
  let id = '';
  return createParser({
    onEvent: (message) => {
      // The last id stays in force for messages without one (WHATWG HTML, section 9.2.6).
      id = message.id ?? id;
      take({
        reading: readBrindle({ event: message.event ?? 'message', data: message.data, id }, origin),
        raw: message.data,
      });
    },
  });
}

/** Reads a whole recording, in its order. What cannot be read is bad, and costs itself only. */
export const readRecording = (text: string, as: RecordingFormat, feed: string): Recorded[] =>
  [...recordingParts(text, as, feed)].flat();

/** A table, and a batch of CloudEvents as one list, can only be read whole: so long they may be, UTF-16 units. */
export const MOST_AT_ONCE = 8 << 20;
/** So much of anything else is read at a stretch. */
const PART = 1 << 16;

/** The same part by part: whoever has others to serve gives way to them in between. */
export function* recordingParts(text: string, as: RecordingFormat, feed: string): Generator<Recorded[]> {
  const origin = { feed, seenAt: null };
  if (as === 'brindle') {
    let recorded: Recorded[] = [];
    const stream = brindleStream(origin, (each) => recorded.push(each));
    for (let from = 0; from < text.length; from += PART) {
      stream.feed(text.slice(from, from + PART));
      yield recorded;
      recorded = [];
    }
    return;
  }
  if (as === 'csv' || (as === 'cloudevents' && text.trimStart().startsWith('['))) {
    if (text.length > MOST_AT_ONCE)
      yield [
        {
          reading: rejected(
            phrase(
              'The recording is {text, number} characters long; a table, or a list in one piece, may have {most, number}. Save it line by line (NDJSON).',
              { text: text.length, most: MOST_AT_ONCE },
            ),
          ),
          raw: '',
        },
      ];
    else yield as === 'csv' ? readCsv(text) : readCloudEvents(text, origin);
    return;
  }
  for (let from = 0; from < text.length;) {
    const end = text.indexOf('\n', from + PART);
    const to = end < 0 ? text.length : end + 1;
    yield readLines(
      text.slice(from, to),
      as === 'events' ? (line) => [eventLine(line)] : (line) => cloudEventLine(line, origin),
    );
    from = to;
  }
}

/** Which format a file is in, by how it begins; null when it is none of them. */
export function guessFormat(text: string): RecordingFormat | null {
  const start = text.trimStart().slice(0, 2000);
  if (/^(:|event:|data:|id:|retry:)/.test(start)) return 'brindle';
  if (start.startsWith('[') || (start.startsWith('{') && start.includes('"specversion"'))) return 'cloudevents';
  if (start.startsWith('{')) return 'events';
  return /(^|,)"?kind"?(,|\r?\n|$)/.test(start.split('\n')[0] ?? '') ? 'csv' : null;
}
