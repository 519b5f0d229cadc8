import type { StreamEvent } from '@/core/event/event';
import { newCue, plainly, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { addPiece } from '@/core/stage/add';
import { ADVICES, advise, advised } from './advice';
import { seeded } from './chance';
import { chatRead } from './chat-read';
import { CROWDS, CROWD_NAMES, type CrowdModel } from './crowd';
import { arrivals, crowdEvents } from './events';
import { BEGINS } from './flow';
import { Listening } from './listening';
import { rehearse } from './rehearsal';
import { report } from './report';

const SECOND = (): number => 1;
const base = starterShow('one');
const feed = {
  id: 'f',
  platform: 'brindle',
  handle: 'odavarn',
  on: true,
  rate: { coin: 0, kept: 0 },
  admitted: ['subscribe'],
} as Show['feeds'][number];
const SHOW: Show = { ...base, feeds: [feed] };

const event = (n: number, ms: number, more: Partial<StreamEvent> = {}): StreamEvent =>
  ({
    id: `e${n}`,
    feed: 'f',
    kind: 'follow',
    at: BEGINS + ms,
    seenAt: BEGINS + ms,
    viewer: { id: `v${n}`, handle: `v${n}`, name: `V${n}`, roles: [] },
    ...more,
  }) as StreamEvent;

test('a plain queue waits as the M/D/1 formula says', () => {
  // One cue of 4 s, asked for every 8 s on average: half busy. The mean wait is ρD / 2(1 − ρ) (Pollaczek and Khinchine; any textbook of queues): 2 s.
  const show = plainly({
    ...SHOW,
    cues: [newCue('w', { kind: 'follow' }, [{ kind: 'show', spotlight: 'spotlight', words: 'Hi', seconds: 4 }])],
  });
  const model: CrowdModel = { ...CROWDS.usual, minutes: 3000, rates: { follow: 7.5 }, stretches: [] };
  const events = arrivals(model, 'follow', 1, seeded(9)).map((at, n) => event(n, Math.round(at)));
  const { meanWaitMs, shown } = rehearse(show, events);
  expect(shown).toBe(events.length);
  expect(Math.abs(meanWaitMs / 2000 - 1)).toBeLessThan(0.08);
});

test('who gave and was named by no alert is told, with what they gave', () => {
  const gift = { kind: 'gift', giftId: 'g', name: 'Ember', unitCoins: 1, count: 1 } as Partial<StreamEvent>;
  const events = [event(1, 0, gift), event(2, 1000, { kind: 'raid', viewers: 5 }), event(3, 2000)];
  expect(report(SHOW, events, SECOND)).toMatchObject({
    gave: 2,
    unthanked: 1,
    names: ['V2'],
    unthankedKinds: ['raid'],
    events: 3,
  });
  expect(report({ ...SHOW, cues: [] }, events, SECOND)).toMatchObject({ gave: 2, unthanked: 2, shown: 0 });
});

test('nothing happens: nothing is told, and nothing breaks', () => {
  expect(report(SHOW, [], SECOND)).toMatchObject({
    events: 0,
    shown: 0,
    gave: 0,
    unthanked: 0,
    longestWaitMs: 0,
    waits: [0],
    overlapS: 0,
    loudestLufs: SHOW.sound.target,
  });
});

test('the picture is covered by what stands there, and by a spotlight while it plays', () => {
  const { covered } = report(SHOW, [event(1, 0), event(2, 130_000)], SECOND);
  // The first and the third minute have an alert of 4 s, the second has none.
  expect(covered).toHaveLength(3);
  expect(covered[0]).toBeGreaterThan(covered[1] ?? 1);
  expect(covered[0]).toBeCloseTo(covered[2] ?? 0, 6);
});

test('two sounds at once: for how long, and 3 dB louder (twice the power is 10 log 2)', () => {
  const listening = new Listening(() => 2);
  const sound = (id: string, at: number) => ({ kind: 'sound', sound: 'x', volume: 100, id, at }) as const;
  listening.hear([sound('a', 0), sound('b', 1500)]);
  listening.hear([sound('a', 0), sound('b', 1500), sound('c', 10_000)]);
  expect(listening.sum().overlapS).toBeCloseTo(0.5, 10);
  expect(listening.sum().loudestDb).toBeCloseTo(3.0103, 3);
  const apart = new Listening(() => 1);
  apart.hear([sound('a', 0), sound('b', 1500)]);
  expect(apart.sum()).toEqual({ overlapS: 0, loudestDb: 0 });
});

test('lines of chat that are pushed out before they can be read', () => {
  const show = { ...SHOW, pieces: [...SHOW.pieces] };
  addPiece(show, 'chat', { piece: 'c', own: 'c' }, null);
  const rows = show.pieces.map((piece) =>
    piece.kind === 'chat' ? { ...piece, size: 40, seconds: 0, place: { ...piece.place, h: 180 } } : piece,
  );
  const lines = Array.from({ length: 10 }, (_, n) => event(n, n * 100, { kind: 'chat', text: 'one two three' }));
  // Three rows: each line but the last three is gone after 0.3 s, and needs 0.4 + 3 × 0.33 s.
  expect(chatRead({ ...show, pieces: rows }, lines)).toEqual({ gone: 7, of: 10 });
  const slow = lines.map((line, n) => ({ ...line, seenAt: BEGINS + n * 1000 }));
  expect(chatRead({ ...show, pieces: rows }, slow)).toEqual({ gone: 0, of: 10 });
  expect(chatRead(SHOW, lines)).toBeNull();
});

test('a countdown: when it would run out, and what is left of one that would not', () => {
  const countdown = { id: 'c', name: 'Break', seconds: 30, most: 0 };
  const show: Show = { ...SHOW, countdowns: [countdown, { ...countdown, id: 'd', name: 'Long', seconds: 3600 }] };
  const { countdowns } = report(show, [event(1, 0), event(2, 60_000)], SECOND);
  expect(countdowns.map(({ ranOutAt }) => ranOutAt)).toEqual([30_000, null]);
  expect(countdowns[1]?.left).toBeGreaterThan(3_500_000);
});

test.each(CROWD_NAMES)('advice for %s keeps what it promises: taken, the same crowd comes to the same', (crowd) => {
  const events = crowdEvents(SHOW, { crowd, seed: 2, size: 1, gifts: crowd === 'rush' ? 2 : 1 });
  const before = report(SHOW, events, SECOND);
  expect(report(SHOW, events, SECOND)).toEqual(before);
  const tried: number[] = [];
  const all = advise(SHOW, events, { secondsOf: SECOND, before, tried: (n) => tried.push(n) });
  expect(all.length).toBeLessThanOrEqual(3);
  for (const { name, after } of all) {
    const show = advised(SHOW, name, before);
    expect(show).not.toBeNull();
    expect(report(show as Show, events, SECOND)).toEqual(after);
    expect(after.unthanked).toBeLessThanOrEqual(before.unthanked);
    if (after.unthanked === before.unthanked) expect(after.longestWaitMs).toBeLessThanOrEqual(before.longestWaitMs);
  }
});

test('a show that does nothing about a rush is helped, and each kind of advice changes a show that lacks it', () => {
  const plain = plainly(SHOW);
  const events = crowdEvents(plain, { crowd: 'rush', seed: 1, size: 1, gifts: 1 });
  const before = report(plain, events, SECOND);
  const [best] = advise(plain, events, { secondsOf: SECOND, before });
  expect(before.longestWaitMs).toBeGreaterThan(120_000);
  expect(best?.after.longestWaitMs).toBeLessThan(before.longestWaitMs / 2);
  const changing = ADVICES.filter(
    (name) => advised(plain, name, { ...before, unthankedKinds: ['subscribe'] }) !== null,
  );
  expect(changing).toEqual([...ADVICES]);
  // What is so already is left alone.
  for (const name of ['join', 'shorten'] as const) expect(advised(SHOW, name, before)).toBeNull();
});
