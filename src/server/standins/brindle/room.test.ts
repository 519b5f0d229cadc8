import { newTotals } from '@/core/engine/count/totals';
import { Viewers } from '@/core/engine/count/viewers';
import { createParser } from 'eventsource-parser';
import { Crowd } from './crowd';
import { GIFTS } from './gifts';
import { Room } from './room';
import { seeded } from '@/core/rehearsal/chance';
import { newIntake, takeIn } from '@/core/intake/intake';
import { readBrindle } from '@/core/platform/brindle';
import { count } from '@/core/engine/count/tally';

const ines = { uid: 'u1', handle: 'ines.barro', nickname: 'Inês', badges: [] };

function open(random: () => number = () => 0.999) {
  let now = 1_000_000;
  const room = new Room('odavarn.kiln', () => now, random);
  const listen = (lastEventId?: string) => {
    const heard: { event: string; id: string; data: Record<string, unknown> }[] = [];
    const parser = createParser({
      onEvent: ({ event = '', id = '', data }) =>
        heard.push({ event, id, data: JSON.parse(data) as Record<string, unknown> }),
    });
    const closed = { yes: false };
    parser.feed(
      room.join(
        lastEventId,
        (text) => parser.feed(text),
        () => {
          closed.yes = true;
        },
      ),
    );
    return { heard, closed };
  };
  return {
    room,
    listen,
    pass: (ms: number) => {
      now += ms;
    },
  };
}

test('offline is an answer, and going live is the next message on the same stream', () => {
  const { room, listen } = open();
  const { heard } = listen();
  room.goLive();
  room.end();
  expect(heard.map(({ event, data }) => [event, data.state])).toEqual([
    ['room', 'offline'],
    ['room', 'live'],
    ['room', 'ended'],
  ]);
});

test('ids increase, and Last-Event-ID resumes behind the last one', () => {
  const { room, listen } = open();
  room.goLive();
  const { heard } = listen();
  room.simple('follow', ines);
  const last = heard.at(-1)?.id;
  room.chat(ines, 'one');
  room.chat(ines, 'two');
  expect(listen(last).heard.map(({ data }) => data.text)).toEqual(['one', 'two']);
  const ids = heard.map(({ id }) => Number(id));
  expect([...ids].sort((a, b) => a - b)).toEqual(ids);
});

test('what has left the ring is a gap that says how many were lost, with the room as it now is', () => {
  const { room, listen } = open();
  room.goLive();
  const { heard } = listen();
  const last = heard.at(-1)?.id;
  for (let n = 0; n < 5; n += 1) room.simple('follow', ines);
  room.emptyRing();
  expect(listen(last).heard.map(({ event, data }) => [event, data.lost ?? data.state])).toEqual([
    ['gap', 5],
    ['room', 'live'],
  ]);
});

test('an id from before Brindle was started is a gap of unknown size', () => {
  const { room, listen } = open();
  room.goLive();
  expect(listen('12').heard[0]).toMatchObject({ event: 'gap', data: { lost: null } });
});

test('dropping cuts every connection', () => {
  const { room, listen } = open();
  const { closed } = listen();
  room.drop();
  expect(closed.yes).toBe(true);
});

test('under load batches of likes are dropped, and the total runs ahead of what was sent', () => {
  const { room, listen } = open();
  room.goLive();
  const { heard } = listen();
  for (let n = 0; n < 500; n += 1) room.like(ines, 2);
  const sent = heard.filter(({ event }) => event === 'like');
  expect(sent).toHaveLength(200);
  expect(room.ledger.like).toEqual({ room: 1000, viewers: 400 });
  expect(room.ledger.sent.likeBatchesDropped).toBe(300);
});

test('a streak is cumulative, a step a message', () => {
  const { room, listen } = open();
  room.goLive();
  const { heard } = listen();
  room.gift(ines, GIFTS[1], { key: 'k', count: 1, step: 1, done: false });
  room.gift(ines, GIFTS[1], { key: 'k', count: 4, step: 3, done: false });
  room.gift(ines, GIFTS[1], { key: 'k', count: 4, step: 0, done: true });
  expect(heard.slice(1).map(({ data }) => data.streak)).toEqual([
    { key: 'k', count: 1, done: false },
    { key: 'k', count: 4, done: false },
    { key: 'k', count: 4, done: true },
  ]);
  expect(room.ledger.gift).toEqual({ count: 4, coins: 40 });
});

test.each([1, 2, 3])('with every fault at once, seed %i: adapter and intake count what the ledger says', (seed) => {
  const random = seeded(seed);
  const { room, pass } = open(random);
  Object.assign(room.faults, { repeat: 0.2, reorder: 0.2, loseStreakEnds: 0.5, malformed: 0.1, skewMs: 240_000 });
  const intake = newIntake();
  const totals = newTotals();
  let bad = 0;
  const parser = createParser({
    onEvent: ({ event = '', id = '', data }) => {
      const reading = readBrindle({ event, data, id }, { feed: 'f', seenAt: 5 });
      if (reading.kind === 'bad') bad += 1;
      const kept = reading.kind === 'heard' ? takeIn(intake, reading.heard) : null;
      if (kept) count(totals, new Viewers(), kept);
    },
  });
  parser.feed(
    room.join(
      undefined,
      (text) => parser.feed(text),
      () => undefined,
    ),
  );
  room.goLive();
  const crowd = new Crowd(room, random);
  for (let n = 0; n < 3000; n += 1) {
    crowd.step();
    pass(20);
  }
  crowd.finish();
  const { ledger } = room;
  expect({
    gifts: totals.gifts,
    coins: totals.coins,
    likes: totals.likes,
    taps: totals.viewerLikes,
    follows: totals.byKind.follow,
    chats: totals.byKind.chat,
    bad,
  }).toEqual({
    gifts: ledger.gift.count,
    coins: ledger.gift.coins,
    likes: ledger.like.room,
    taps: ledger.like.viewers,
    follows: ledger.follow,
    chats: ledger.chat,
    bad: ledger.sent.malformed,
  });
  expect(ledger.sent.repeated).toBeGreaterThan(100);
});
