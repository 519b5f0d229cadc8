import type { Feed } from './feed';
import type { FeedView } from '@/core/desk/view';
import { diagnosis } from '@/core/desk/diagnosis';
import { pieceProblem } from '@/core/stage/waits';
import { starterShow } from '@/core/show/starter';
import { kindsOf, sendsOf, tellsRoom, whyNever } from './index';
import { newRule } from './draft-rule';
import { inEnglish } from '@/core/words/in-english.setup';

const base = { id: 'f', handle: 'h', on: true, rate: { coin: 0, kept: 0 }, admitted: [] };
const brindle: Feed = { ...base, platform: 'brindle' };
const oxbow: Feed = { ...base, platform: 'oxbow', helper: '' };
const tarn: Feed = { ...base, platform: 'tarn' };
const mapped: Feed = {
  ...base,
  handle: 'Lantern',
  platform: 'mapped',
  source: { transport: 'webhook' },
  rules: [newRule('gift')],
};

test('a feed sends what its platform can, once the account is admitted', () => {
  expect([
    sendsOf(brindle, 'gift'),
    sendsOf(brindle, 'tip'),
    sendsOf(oxbow, 'tip'),
    sendsOf({ ...oxbow, admitted: ['tip'] }, 'tip'),
  ]).toEqual(['yes', 'no', 'notYet', 'yes']);
  expect([sendsOf(mapped, 'gift'), sendsOf(mapped, 'chat'), kindsOf(mapped)]).toEqual(['yes', 'no', ['gift']]);
  expect([tellsRoom(tarn), tellsRoom(mapped), tellsRoom({ ...mapped, rules: [newRule('room')] })]).toEqual([
    true,
    false,
    true,
  ]);
});

test('what waits for a kind that nobody sends says so', () => {
  expect(whyNever([brindle], 'gift', 'gifts')).toBeNull();
  expect(inEnglish(whyNever([tarn, oxbow], 'gift', 'gifts'))).toBe('Tarn and Oxbow do not send gifts.');
  expect(whyNever([oxbow], 'tip', 'tips')).toMatch(/only to admitted accounts/);
  expect(whyNever([{ ...brindle, on: false }], 'gift', 'gifts')).toMatch(/stopped/);
  const show = { ...starterShow('s'), feeds: [tarn] };
  expect(inEnglish(show.pieces.map((piece) => pieceProblem(piece, show)))).toEqual([
    'Tarn does not send gifts.',
    null,
    'Tarn does not send gifts.',
  ]);
  expect(
    pieceProblem({ ...show.pieces[2], measure: 'worth' } as (typeof show.pieces)[number], {
      ...show,
      feeds: [{ ...tarn, admitted: ['tip'] }],
    }),
  ).toBeNull();
});

test('what is wrong is said in sentences, the worst first', () => {
  const view: FeedView = {
    state: 'connected',
    since: 0,
    reconnects: 0,
    latencyMs: 200,
    clockAheadMs: 0,
    lastSeen: {},
    heardAt: null,
    rejected: 0,
    lost: 0,
    duplicates: 0,
    rejectedKept: [],
    gapsKept: [],
    outages: [],
    playback: null,
  };
  expect(inEnglish(diagnosis('Tarn', view, 1000))).toEqual([
    'Nothing is wrong. Every message that arrived could be read.',
  ]);
  const bad = {
    ...view,
    state: 'reconnecting' as const,
    rejected: 2,
    rejectedKept: [{ at: 40_000, reason: 'The item has no usable "type".', text: '' }],
    gapsKept: [{ from: 1, at: 30_000, lost: 14 }],
    lost: 14,
    clockAheadMs: -180_000,
    latencyMs: 25_000,
  };
  expect(inEnglish(diagnosis('Tarn', bad, 100_000))).toEqual([
    'Tarn has not answered for 2 min. Gavirn tries again by itself; what the platform still remembers is caught up.',
    '14 messages were lost while the connection was away for longer than Tarn remembers, last 70 s ago. They cannot be had again.',
    '2 messages could not be read, the last one 60 s ago: The item has no usable "type". Everything else counts.',
    'What viewers do arrives 25 s late.',
    'Tarn’s clock is 3 min behind. Gavirn takes that into account.',
  ]);
});
