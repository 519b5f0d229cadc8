import { plainCell } from './csv';
import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { aChat, aFollow, aGift, aLike, aRoom } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { toCloudEvent } from '@/core/platform/cloud-events';
import { writeEventLine } from './events';
import { guessFormat, readRecording, writeCsv } from './recording';

const events: StreamEvent[] = [
  aRoom(),
  aFollow(),
  aLike({ count: 3, room: 5 }),
  aGift({ name: 'Pot, "glazed"', streakId: 'k', streakOpen: false }),
  aChat({ text: 'two\nlines, "quoted"' }),
  { id: 't', feed: 'f', at: 1, seenAt: 2, kind: 'tip', amountMinor: 500, currency: 'EUR' },
  { id: 's', feed: 'f', at: 1, seenAt: 2, kind: 'subscribe', tier: 2, months: 3, gifted: true },
];
const read = (text: string, as: Parameters<typeof readRecording>[1]) =>
  readRecording(text, as, 'f').map(({ reading }) => (reading.kind === 'heard' ? reading.heard.event : reading));

test('a table of events is read back as what was written', () => expect(read(writeCsv(events), 'csv')).toEqual(events));

// The digits of ISO 4217: JPY 0, EUR 2, KWD 3.
test.each([
  ['JPY', 500, '500'],
  ['EUR', 1205, '12.05'],
  ['KWD', 1500, '1.500'],
])('money stands in its currency’s own units: %s', (currency, amountMinor, amount) => {
  const tip: StreamEvent = { id: 't', feed: 'f', at: 1, seenAt: 2, kind: 'tip', amountMinor, currency };
  const table = writeCsv([tip]);
  const [row] = parse(table, { columns: true, record_delimiter: '\r\n' }) as Record<string, string>[];
  expect([row?.amount, row?.currency]).toEqual([amount, currency]);
  expect(read(table, 'csv')).toEqual([tip]);
  // As an earlier version has written it.
  expect(
    read(`id,feed,kind,at,seenAt,amountMinor,currency\r\nt,f,tip,1,2,${amountMinor},${currency}\r\n`, 'csv'),
  ).toEqual([tip]);
  expect(read(`id,feed,kind,at,seenAt,amount,currency\r\nt,f,tip,1,2,much,${currency}\r\n`, 'csv')).toMatchObject([
    { kind: 'bad' },
  ]);
});

// RFC 4180, by a reference parser: the same records, whatever the fields hold.
test('the table is one by RFC 4180', () => {
  const odd = fc.string({ maxLength: 30 }).map((text) => text.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/g, ''));
  fc.assert(
    fc.property(fc.array(odd, { minLength: 1, maxLength: 8 }), (texts) => {
      const table = writeCsv(texts.map((text) => aChat({ text })));
      const rows = parse(table, { columns: true, record_delimiter: '\r\n' }) as Record<string, string>[];
      // A mark before what a spreadsheet would run is ours (csv.test.ts).
      expect(rows.map(({ text = '' }) => plainCell(text))).toEqual(texts);
      expect(table.endsWith('\r\n')).toBe(true);
    }),
  );
});

test('a log, a batch and a saved stream are read; each format is told by its beginning', () => {
  const log = events.map(writeEventLine).join('');
  const batch = JSON.stringify(events.map(toCloudEvent));
  const stream =
    'retry: 2000\n\nid: 1\nevent: follow\ndata: {"msgId":"m","at":"2026-11-19T19:00:00Z","user":{"uid":"u","handle":"h","nickname":"Inês"}}\n\n';
  expect(read(log, 'events')).toEqual(events);
  expect(read(batch, 'cloudevents').map((event) => ('kind' in event ? event.kind : null))).toEqual(
    events.map(({ kind }) => kind),
  );
  expect(read(stream, 'brindle')).toMatchObject([{ kind: 'follow', viewer: { name: 'Inês' } }]);
  expect([log, batch, stream, writeCsv(events), 'hello', ''].map(guessFormat)).toEqual([
    'events',
    'cloudevents',
    'brindle',
    'csv',
    null,
    null,
  ]);
});

test('a line that cannot be read costs itself only', () => {
  expect(read(`{"half\n${writeEventLine(aFollow({ id: 'x' }))}`, 'events')).toMatchObject([
    { kind: 'bad' },
    { id: 'x' },
  ]);
  expect(read('id,feed,kind,at,seenAt\r\n1,f,follow,1,2\r\n2,f,tip,1,2\r\n3,f,nonsense,1,2\r\n', 'csv')).toMatchObject([
    { kind: 'follow' },
    { kind: 'bad' },
    { kind: 'bad' },
  ]);
  expect(read('a,b\r\n1,2\r\n', 'csv')).toMatchObject([
    { kind: 'bad', reason: expect.stringMatching(/column "kind"/) },
  ]);
});
