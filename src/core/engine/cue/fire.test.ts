import type { Conditions } from './conditions';
import type { When } from '@/core/engine/kinds';
import type { StreamEvent } from '@/core/event/event';
import { aChat, aFollow, aGift, aLike, START } from '@/core/event/examples';
import type { Cue, Show } from '@/core/show/show';
import { ALWAYS } from './conditions';
import { EVERYONE } from './who';
import { cue, at, gift, run, command, tick } from './fire.setup';

describe('when', () => {
  test('worth at least, at most, between', () => {
    const cues = [
      cue(gift([], { coins: { least: 100, most: null } }), 'big'),
      cue(gift([], { coins: { least: 20, most: 99 } }), 'middle'),
      cue(gift([], { coins: { least: null, most: 19 } }), 'small'),
    ];
    expect(run(cues, [aGift({ count: 1 }), aGift({ count: 5 }), aGift({ count: 10 })]).texts).toEqual([
      'small',
      'middle',
      'big',
    ]);
  });

  test('a streak at each step, or once at its end with all of it; also when it falls silent', () => {
    const cues = [cue(gift(), 'step {count}'), cue(gift([], { at: 'end' }), 'all {count} for {total}')];
    const streak = (count: number, open: boolean) => aGift({ count, streakId: 'k', streakOpen: open });
    expect(run(cues, [streak(3, true), streak(2, true), streak(0, false)]).texts).toEqual([
      'step 3',
      'step 2',
      'all 5 for 50',
    ]);
    expect(
      run(cues, [streak(3, true), { input: 'streakEnd', at: START + 10_000, feed: 'f', streak: 'k' }]).texts,
    ).toEqual(['step 3', 'all 3 for 30']);
    expect(run(cues, [aGift({ count: 2 })]).texts).toEqual(['step 2', 'all 2 for 20']);
  });

  test('every so many of the session, by likes, gifts, coins, follows and worth', () => {
    const of = (measure: Extract<When, { kind: 'every' }>['of'], every: number): Cue =>
      cue({ kind: 'every', every, of: measure, by: 'session', within: 0 }, `${measure} {count}`);
    const cues = [of('likes', 10), of('gifts', 3), of('coins', 50), of('follows', 2), of('worth', 100)];
    const feeds: Show['feeds'] = [
      { id: 'f', platform: 'brindle', handle: 'x', on: true, rate: { coin: 2.5, kept: 0 }, admitted: [] },
    ];
    expect(
      run(
        cues,
        [
          aLike({ count: 6, by: 'a' }),
          aLike({ count: 6, by: 'b' }),
          aGift({ count: 4 }),
          aGift({ count: 2 }),
          aFollow(),
          aFollow({ by: 'b' }),
        ],
        { feeds },
      ).texts,
    ).toEqual(['likes 10', 'gifts 3', 'worth 1.00', 'gifts 6', 'coins 50', 'follows 2']);
  });

  test('followers that a platform only counts are as many as it says', () => {
    const { viewer: _viewer, ...anonymous } = at(aFollow({}), 1);
    expect(run([cue({ kind: 'follow' }, '{count} more')], [{ ...anonymous, count: 5 }]).texts).toEqual(['5 more']);
  });

  test('five new followers within a minute; then it begins anew', () => {
    const cues = [cue({ kind: 'every', every: 5, of: 'follows', by: 'session', within: 60 }, '{count} at once')];
    const follows = (seconds: number[]): StreamEvent[] => seconds.map((s, n) => at(aFollow({ by: `v${n}` }), s));
    expect(run(cues, follows([0, 20, 40, 61, 62])).texts).toEqual([]);
    expect(run(cues, follows([0, 20, 40, 50, 59, 60, 61])).texts).toEqual(['5 at once']);
  });

  test('what somebody writes: a keyword, exactly, starting with, containing; forms and case do not matter', () => {
    const chat = (how: Extract<When, { kind: 'chat' }>['how'], text: string): Cue =>
      cue({ kind: 'chat', how, text }, `${how}: {message}`);
    const cues = [
      chat('keyword', '!Kiln'),
      chat('is', 'hello there'),
      chat('starts', 'hel'),
      chat('contains', 'celadon'),
    ];
    const said = (text: string): string[] => run(cues, [aChat({ text })]).texts;
    expect(said('!kiln please')).toEqual(['keyword: please']);
    expect(said('!kilns')).toEqual([]);
    expect(said('  Hello There ')).toEqual([
      'is:   Hello There '.replace('  Hello There ', 'Hello There'),
      'starts: Hello There',
    ]);
    expect(said('ＨＥＬＰ')).toEqual(['starts: ＨＥＬＰ']);
    expect(said('is that CELADON?')).toEqual(['contains: is that CELADON?']);
  });

  test('the first thing that a viewer does', () => {
    expect(run([cue({ kind: 'first' }, 'hello {viewer}')], [aChat(), aLike(), aChat({ by: 'hana' })]).texts).toEqual([
      'hello ines',
      'hello hana',
    ]);
  });

  test('a goal, each target of a jump in order; any goal or a certain one', () => {
    const goals: Show['goals'] = [
      { id: 'g', name: 'Kiln', measure: 'coins', target: 100, onReach: { kind: 'raise', step: 100 } },
    ];
    const cues = [cue({ kind: 'goal', goal: 'g' }, '{goal} at {count}'), cue({ kind: 'goal', goal: 'other' }, 'never')];
    expect(run(cues, [aGift({ count: 25 })], { goals }).texts).toEqual(['Kiln at 100', 'Kiln at 200']);
  });

  test('going live, and the end', () => {
    const { texts } = run(
      [cue({ kind: 'session', what: 'begins' }, 'here we go'), cue({ kind: 'session', what: 'ends' }, 'good night')],
      [
        { input: 'end', at: START + 1000 },
        { input: 'end', at: START + 2000 },
      ],
    );
    expect(texts).toEqual(['here we go', 'good night']);
  });

  test('every so many minutes, at the minute and not when the next thing happens', () => {
    const { effects } = run(
      [cue({ kind: 'clock', minutes: 10 }, 'drink')],
      [at(aChat(), 1250), tick(1300), { input: 'end', at: START + 1_300_000 }, tick(9000)],
    );
    expect(
      effects.flatMap((effect) => (effect.effect === 'alert' ? [(effect.alert.at - START) / 60_000] : [])),
    ).toEqual([10, 20]);
  });

  test('a press of its own button, and of no other', () => {
    const cues = [cue({ kind: 'press', name: 'A' }, 'a'), cue({ kind: 'press', name: 'B' }, 'b')];
    expect(run(cues, [command(1, { command: 'press', cue: 'b' })]).texts).toEqual(['b']);
  });

  test('a certain feed only', () => {
    const cues = [cue({ kind: 'follow' }, 'x', { feeds: ['other'] }), cue({ kind: 'follow' }, 'y', { feeds: ['f'] })];
    expect(run(cues, [aFollow()]).texts).toEqual(['y']);
  });

  test('cues found by a key and cues asked each time come in the order of the show', () => {
    const cues = [
      cue(gift(), '1'),
      cue(gift([{ id: 'slip-splash', name: 'S' }]), '2'),
      cue(gift([{ id: 'pot', name: 'P' }]), '3'),
      cue(gift(), '4'),
    ];
    expect(run(cues, [aGift()]).texts).toEqual(['1', '2', '4']);
  });
});

describe('who', () => {
  const who = (more: Partial<Cue['who']>): Partial<Cue> => ({ who: { ...EVERYONE, ...more } });
  const chat: When = { kind: 'chat', how: 'contains', text: '' };

  test('followers of this session, subscribers, moderators', () => {
    const cues = [
      cue(chat, 'f', who({ are: 'followers' })),
      cue(chat, 's', who({ are: 'subscribers' })),
      cue(chat, 'm', who({ are: 'moderators' })),
    ];
    expect(run(cues, [aChat(), aFollow(), aChat()]).texts).toEqual(['f']);
    expect(
      run(cues, [aChat({ viewer: { id: 'x', handle: 'x', name: 'X', roles: ['subscriber', 'moderator'] } })]).texts,
    ).toEqual(['s', 'm']);
  });

  test('the top supporters, and the place in words', () => {
    const cues = [cue(chat, 'place {place}', who({ are: 'top', top: 2 }))];
    expect(
      run(cues, [
        aGift({ by: 'a', count: 5 }),
        aGift({ by: 'b', count: 3 }),
        aGift({ by: 'c', count: 1 }),
        ...['a', 'b', 'c'].map((by) => aChat({ by })),
      ]).texts,
    ).toEqual(['place 1', 'place 2']);
  });

  test('certain viewers, and never certain viewers; why not is told', () => {
    const one = { feed: 'f', viewer: 'ines', name: 'Inês' };
    const cues = [cue(chat, 'only', who({ only: [one] })), cue(chat, 'never', who({ never: [one] }))];
    expect(run(cues, [aChat()])).toMatchObject({ texts: ['only'], held: ['who'] });
    expect(run(cues, [aChat({ by: 'hana' })])).toMatchObject({ texts: ['never'], held: ['who'] });
  });
});

describe('and holds', () => {
  const holds = (more: Partial<Conditions>): Partial<Cue> => ({ holds: { ...ALWAYS, ...more } });

  test('how often, for all and for each viewer; how many times a session; while a goal is open', () => {
    const follow: When = { kind: 'follow' };
    expect(
      run([cue(follow, 'x', holds({ every: 10 }))], [at(aFollow(), 0), at(aFollow(), 9.9), at(aFollow(), 10)]),
    ).toMatchObject({ texts: ['x', 'x'], held: ['cooldown'] });
    expect(
      run(
        [cue(follow, '{viewer}', holds({ everyViewer: 10 }))],
        [at(aFollow(), 0), at(aFollow({ by: 'b' }), 1), at(aFollow(), 5)],
      ),
    ).toMatchObject({ texts: ['ines', 'b'], held: ['viewerCooldown'] });
    expect(
      run(
        [cue(follow, 'x', holds({ times: 2 }))],
        [1, 2, 3].map((s) => at(aFollow(), s)),
      ),
    ).toMatchObject({ texts: ['x', 'x'], held: ['times'] });
    const goals: Show['goals'] = [{ id: 'g', name: 'G', measure: 'coins', target: 10, onReach: { kind: 'stay' } }];
    expect(
      run([cue(follow, 'x', holds({ goal: 'g' }))], [aFollow(), aGift({ count: 1 }), aFollow()], { goals }),
    ).toMatchObject({ texts: ['x'], held: ['goal'] });
  });

  test('a chance in percent comes near it, and is the same for the same events', () => {
    const cues = [cue({ kind: 'follow' }, 'x', holds({ chance: 30 }))];
    const follows = Array.from({ length: 4000 }, (_, n) => ({ ...aFollow(), id: `c${n}` }));
    const { texts, held } = run(cues, follows);
    expect(texts.length + held.length).toBe(4000);
    // Three standard deviations of a binomial of 4,000 at 0.3 are 87.
    expect(Math.abs(texts.length - 1200)).toBeLessThan(87);
    expect(run(cues, follows).texts.length).toBe(texts.length);
  });
});
