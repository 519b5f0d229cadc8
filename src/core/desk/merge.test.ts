import { newTotals } from '@/core/engine/count/totals';
import { merge } from './merge';
import type { DeskView } from './view';

describe('the desk’s view', () => {
  const line = (id: string, count = 1) => ({
    id,
    feed: 'f',
    kind: 'gift' as const,
    at: 1,
    name: 'Inês',
    others: 0,
    worth: 0,
    count,
    text: 'Ember',
    coins: 1,
    open: false,
    alert: null,
  });
  const view: DeskView = {
    step: 0,
    session: { id: 'one', startedAt: 1, endedAt: null },
    earlier: null,
    rehearsal: null,
    chosen: true,
    wanted: [],
    finished: 0,
    problem: null,
    feeds: {},
    totals: newTotals(),
    goals: [],
    queues: {},
    played: [],
    lines: [],
    hidden: [],
    scene: '',
    told: [],
    notices: [],
    counters: {},
    countdowns: [],
    draws: [],
    outlooks: {},
    hand: [],
    live: {},
    outlets: {},
    outletsSeen: {},
    outletPages: {},
    owed: [],
    owedInAll: { count: 0, worth: 0 },
    thanked: [],
    featured: null,
    keptLines: [],
    blackout: false,
    delayMark: null,
    delayAnswers: [],
    chat: [],
    happened: [line('a'), line('b')],
    marks: [],
    imitations: [],
  };

  test('takes sections as they are, adds lines, and replaces one that grew', () => {
    const next = merge(view, { now: 5, outlets: { main: 2 }, happened: [{ ...line('a', 4), at: 4 }, line('c')] });
    expect(next?.outlets).toEqual({ main: 2 });
    expect(next?.happened.map(({ id, count }) => [id, count])).toEqual([
      ['b', 1],
      ['a', 4],
      ['c', 1],
    ]);
  });

  test('likes that were added stay where their line stood', () => {
    const next = merge(view, { now: 5, happened: [line('a', 4), line('c')] });
    expect(next?.happened.map(({ id, count }) => `${id} ${count}`)).toEqual(['a 4', 'b 1', 'c 1']);
  });

  test('a new session begins with an empty list, an end keeps it', () => {
    expect(
      merge(view, { now: 5, session: { id: 'two', startedAt: 5, endedAt: null }, happened: [line('d')] })?.happened.map(
        ({ id }) => id,
      ),
    ).toEqual(['d']);
    expect(merge(view, { now: 5, session: { id: 'one', startedAt: 1, endedAt: 5 } })?.happened).toHaveLength(2);
  });

  test('a rehearsal begins with empty lists, and leaves none of its own behind', () => {
    const rehearsal = { title: 'A raid', startedAt: 5, endsAt: 9 };
    const marks = [{ t: 5, feed: 'f', kind: 'like' as const, count: 1, worth: 0 }];
    const on = merge({ ...view, marks }, { now: 5, rehearsal, happened: [line('r')] });
    expect([on?.happened.map(({ id }) => id), on?.marks, on?.session?.id]).toEqual([['r'], [], 'one']);
    const over = merge(on, { now: 6, rehearsal: null, happened: [line('a'), line('b')] });
    expect(over?.happened.map(({ id }) => id)).toEqual(['a', 'b']);
  });

  test('marks older than the pulse are dropped, one that grew is one', () => {
    const marks = [
      { t: 1000, feed: 'f', kind: 'like' as const, count: 1, worth: 0 },
      { t: 80_000, feed: 'f', kind: 'like' as const, count: 1, worth: 0 },
    ];
    const next = merge(
      { ...view, marks },
      { now: 81_000, marks: [{ t: 80_000, feed: 'f', kind: 'like', count: 5, worth: 0 }] },
    );
    expect(next?.marks).toEqual([{ t: 80_000, feed: 'f', kind: 'like', count: 5, worth: 0 }]);
  });

  test('a change without a view before it is not shown as one', () => {
    expect(merge(null, { now: 5 })).toBeNull();
  });
});
