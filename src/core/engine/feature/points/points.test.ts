import { carryOverOf } from '@/core/session/carry-over';
import fc from 'fast-check';
import { aChat, aFollow, aGift, aLike, START } from '@/core/event/examples';
import { newCue } from '@/core/show/starter';
import { pocketOf } from './earning';
import { fold } from '@/core/session/fold';
import { levelBegins, levelAt, POINTS, type Levels } from './schema';
import { newState } from '@/core/session/state';
import { perk, plan, showWith, show, event, command, run, balance, later } from './points.setup';

describe('levels', () => {
  test('by formula: 100, then 150 more, then 200 more (an arithmetic progression, summed by hand)', () => {
    const levels: Levels = { by: 'formula', first: 100, more: 50 };
    expect([1, 2, 3, 4, 5].map((level) => levelBegins(levels, level))).toEqual([0, 100, 250, 450, 700]);
    expect([0, 99, 100, 249, 250, 699, 700].map((points) => levelAt(levels, points))).toEqual([1, 1, 2, 2, 3, 4, 5]);
  });

  test('by table', () => {
    const levels: Levels = { by: 'table', at: [10, 50, 1000] };
    expect([9, 10, 49, 50, 999, 1000, 1e12].map((points) => levelAt(levels, points))).toEqual([1, 2, 2, 3, 3, 4, 4]);
  });

  test('a level is the last one that begins at or below what was earned', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5000 }),
        fc.integer({ min: 0, max: 500 }),
        fc.integer({ min: 0, max: 1e7 }),
        (first, more, points) => {
          const levels: Levels = { by: 'formula', first, more };
          const level = levelAt(levels, points);
          expect(levelBegins(levels, level)).toBeLessThanOrEqual(points);
          if (level < 100) expect(levelBegins(levels, level + 1)).toBeGreaterThan(points);
        },
      ),
    );
  });
});

describe('earning', () => {
  test('gifts by their coins, follows, ten likes at a time with nothing lost between batches', () => {
    const { state } = run([
      event(aGift({ count: 2 })),
      event(aFollow()),
      event(aLike({ count: 9 })),
      event(aLike({ count: 12 })),
    ]);
    expect(balance(state, 'ines')).toBe(20 + 20 + 2);
    expect(state.ledger.get('f', 'ines')?.lines.map(({ why, points, count }) => [why, points, count])).toEqual([
      ['coin', 20, 1],
      ['follow', 20, 1],
      ['tenLikes', 2, 1],
    ]);
  });

  test('a line in chat earns once in a while; minutes are watched between signs that lie ten minutes apart at most', () => {
    const { state } = run(
      [event(aChat(later(0))), event(aChat(later(30))), event(aChat(later(90))), event(aChat(later(90 + 601)))],
      showWith(plan()),
    );
    // Chat earns at 0, 90 and 691 s; 90 s are watched, and then nothing is known of the viewer for too long.
    expect(balance(state, 'ines')).toBe(3 * 2 + 1);
  });

  test('where points are off, nobody earns', () => {
    const { state } = run([event(aGift())], showWith({ ...plan(), on: false }));
    expect(state.ledger.accounts.size).toBe(0);
  });

  test('each level that is passed sets its cues off, in order', () => {
    const cues = [
      newCue('up', { kind: 'level', which: 'each', level: 2 }, [
        { kind: 'show', spotlight: 'spotlight', words: '{viewer} is at level {level}', seconds: 1 },
      ]),
    ];
    expect(run([event(aGift({ count: 30 }))], showWith(plan(), { cues })).alerts).toEqual([
      'ines is at level 2',
      'ines is at level 3',
    ]);
  });

  test('a cue for viewers from a level on is for them alone', () => {
    const cues = [
      {
        ...newCue('hi', { kind: 'chat', how: 'contains', text: '' }, [
          { kind: 'show', spotlight: 'spotlight', words: '{viewer} at {level}', seconds: 1 },
        ]),
        who: { are: 'level' as const, level: 2, top: 3, only: [], never: [] },
      },
    ];
    expect(
      run([event(aChat()), event(aGift({ count: 10 })), event(aChat(later(1)))], showWith(plan(), { cues })).alerts,
    ).toEqual(['ines at 2']);
  });

  test('a cue gives points to the viewer who set it off; a trial gives nobody any', () => {
    const cues = [newCue('plus', { kind: 'follow' }, [{ kind: 'add', number: 'points', amount: 7, per: 'once' }])];
    const { state } = run(
      [event(aFollow()), command({ command: 'try', cue: 'plus' })],
      showWith(plan({ earn: { ...POINTS.earn, follow: 0 } }), { cues }),
    );
    expect([...state.ledger.accounts].map(([key, account]) => [key, account.balance])).toEqual([['f/ines', 7]]);
  });
});

describe('in chat', () => {
  test('a viewer asks for what they have', () => {
    expect(run([event(aGift({ count: 10 })), event(aChat({ text: '!shards', ...later(1) }))]).posts).toEqual([
      'ines: 102 shards, level 2.',
    ]);
  });

  test('a perk is paid for, and its cue knows who and what for; who has too little is told so and pays nothing', () => {
    const cues = [
      newCue('wheel', { kind: 'perk', perk: 'spin' }, [
        { kind: 'show', spotlight: 'spotlight', words: '{viewer}: {message}', seconds: 1 },
      ]),
    ];
    const { state, posts, alerts } = run(
      [
        event(aGift({ count: 5 })),
        event(aChat({ text: '!spin for luck', ...later(1) })),
        event(aChat({ text: '!spin', ...later(2) })),
      ],
      showWith(plan(), { cues }),
    );
    expect(alerts).toEqual(['ines: for luck']);
    expect(posts).toEqual(['ines: Spin the wheel takes 30 shards; you have 22.']);
    expect(balance(state, 'ines')).toBe(50 + 2 - 30);
    // What is spent does not take a level away.
    expect(state.ledger.get('f', 'ines')?.earned).toBe(52);
  });

  test('a perk may want a level, and a pause', () => {
    const { posts } = run(
      [
        event(aGift({ count: 100 })),
        event(aChat({ text: '!spin', ...later(1) })),
        event(aChat({ text: '!spin', ...later(2) })),
        event(aFollow({ by: 'mirek' })),
        event(aChat({ by: 'mirek', text: '!spin', ...later(3) })),
      ],
      showWith(plan({ perks: [{ ...perk, level: 2, pause: 60 }] })),
    );
    expect(posts).toEqual([
      'ines: Spin the wheel again in 59 s.',
      'mirek: Spin the wheel is from level 2 on; you are at 1.',
    ]);
  });

  test('points are handed on, within a session’s limit', () => {
    const { state, posts } = run([
      event(aGift({ count: 10 })),
      event(aFollow({ by: 'mirek' })),
      ...['!give @mirek 40', '!give mirek 20', '!give @nobody 1', '!give', '!give @ines 1'].map((text, n) =>
        event(aChat({ text, ...later(n) })),
      ),
    ]);
    expect(posts).toEqual([
      'ines hands 40 shards to mirek.',
      'ines: you can hand on no more than 10 shards in this session.',
      'ines: nobody with the handle nobody has any shards here yet.',
      'ines: it is “!give @handle 50”.',
      'ines: that is you.',
    ]);
    expect([balance(state, 'ines'), balance(state, 'mirek')]).toEqual([100 + 2 - 40, 20 + 40]);
  });
});

test('who has less than they would hand on is told so, and nothing moves', () => {
  const { state, posts } = run([
    event(aGift({ count: 1 })),
    event(aFollow({ by: 'mirek' })),
    event(aChat({ text: '!give @mirek 40', ...later(1) })),
  ]);
  expect(posts).toEqual(['ines: you have 12 shards.']);
  expect([balance(state, 'ines'), balance(state, 'mirek')]).toEqual([12, 20]);
});

test('viewers who are one person have one pocket: a perk is paid from all of it', () => {
  const joined = showWith(plan(), {
    people: [
      {
        id: 'p',
        members: [
          { feed: 'f', viewer: 'ines' },
          { feed: 'g', viewer: 'ines2' },
        ],
      },
    ],
  });
  const { state } = run(
    [
      event(aGift({ count: 2 })),
      event({ ...aGift({ by: 'ines2', count: 2 }), feed: 'g' }),
      event(aChat({ text: '!spin', ...later(1) })),
    ],
    joined,
  );
  expect(pocketOf(state, 'g', 'ines2')).toEqual({ earned: 42, balance: 12, level: 1 });
  expect([...state.ledger.accounts.values()].map((account) => account.balance)).toEqual([0, 12]);
});

test('by hand: set, listed with what it was, and taken back; never below nothing', () => {
  const { state } = run([
    event(aGift({ count: 2 })),
    command({ command: 'set', number: 'points/f/ines', to: 100 }),
    command({ command: 'nudge', number: 'points/f/ines', by: -500 }),
    command({ command: 'takeBack', change: 'h1' }),
  ]);
  expect(state.hand.map(({ from, to, undone }) => [from, to, undone])).toEqual([
    [20, 100, true],
    [100, 0, false],
  ]);
  expect(balance(state, 'ines')).toBe(0);
});

test('the next session goes on with every account, and with nothing handed on yet', () => {
  const { state } = run([
    event(aGift({ count: 10 })),
    event(aFollow({ by: 'mirek' })),
    event(aChat({ text: '!give @mirek 50', ...later(1) })),
  ]);
  const next = newState(show);
  fold(next, { input: 'begin', at: START + 1e6, session: 'two', lasting: structuredClone(carryOverOf(state)) });
  expect([balance(next, 'ines'), balance(next, 'mirek'), next.ledger.get('f', 'ines')?.given]).toEqual([52, 70, 0]);
  expect(next.ledger.given).toEqual(state.ledger.given);
});

test('accounts that are given back are added to what was earned since', () => {
  const { state } = run([event(aGift({ count: 10 }))]);
  const { state: later2 } = run([event(aGift({ count: 3 }))]);
  fold(later2, {
    input: 'restore',
    at: START,
    lasting: structuredClone({ ...carryOverOf(state), viewers: [], quarters: [] }),
  });
  expect([
    pocketOf(later2, 'f', 'ines'),
    later2.ledger.get('f', 'ines')?.lines.reduce((sum, { points }) => sum + points, 0),
  ]).toEqual([{ earned: 130, balance: 130, level: 2 }, 130]);
});
