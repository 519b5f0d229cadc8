import fc from 'fast-check';
import { aFollow, START } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { carryOverOf } from '@/core/session/carry-over';
import { fold } from '@/core/session/fold';
import type { Input } from '@/core/session/input';
import { newState, type SessionState } from '@/core/session/state';
import { newCue, plainly, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import type { FollowAgain } from '.';

const DAY = 86_400_000;
const showOf = (followAgain: FollowAgain): Show => ({
  ...plainly(starterShow('s')),
  followAgain,
  cues: [
    newCue('hello', { kind: 'follow' }, [
      { kind: 'show', spotlight: 'spotlight', words: 'Welcome, {viewer}', seconds: 1 },
    ]),
  ],
});
const follow = (viewer: string, at: number, id: string, feed = 'f'): StreamEvent => ({
  ...aFollow({}),
  id,
  feed,
  at,
  seenAt: at,
  viewer: { id: viewer, handle: viewer, name: viewer, roles: [] },
});

/** Sessions one after another, `apart` ms; what each said, and how many followers it counted. */
function sessions(show: Show, all: readonly (readonly StreamEvent[])[], apart = DAY) {
  let state: SessionState = newState(show);
  const counted: number[] = [];
  const texts: string[] = [];
  const put = (input: Input): void =>
    void fold(state, input, (effect) => {
      if (effect.effect === 'alert') texts.push(effect.alert.text);
    });
  all.forEach((events, n) => {
    const lasting =
      n === 0 ? undefined : (JSON.parse(JSON.stringify(carryOverOf(state))) as ReturnType<typeof carryOverOf>);
    if (n > 0) state = newState(show);
    put({ input: 'begin', at: START + n * apart, session: `s${n}`, ...(lasting ? { lasting } : {}) } as Input);
    for (const event of events) put({ input: 'event', at: event.at, event });
    counted.push(state.totals.follows);
    put({ input: 'end', at: START + n * apart + 1000 });
  });
  return { counted, texts, state };
}

test('who follows again in the session, or in a later one, is no new follower; another one is', () => {
  const later = START + DAY;
  const { counted, texts } = sessions(showOf('never'), [
    [
      follow('a', START + 1, '1'),
      follow('a', START + 2, '2'),
      follow('b', START + 3, '3'),
      follow('a', START + 4, '4', 'g'),
    ],
    [follow('a', later + 1, '5'), follow('c', later + 2, '6')],
  ]);
  expect(counted).toEqual([3, 1]);
  expect(texts).toEqual(['Welcome, a', 'Welcome, b', 'Welcome, a', 'Welcome, c']);
});

test.each<[FollowAgain, number[]]>([
  ['never', [1, 0, 0]],
  ['each', [2, 1, 1]],
  [2, [1, 0, 1]],
])('again: %s', (again, expected) => {
  const days = [0, 1, 2].map((n) => START + n * DAY);
  const { counted } = sessions(showOf(again), [
    [follow('a', days[0]! + 1, '1'), follow('a', days[0]! + 2, '2')],
    [follow('a', days[1]! + 1, '3')],
    [follow('a', days[2]! + 1, '4')],
  ]);
  expect(counted).toEqual(expected);
});

test('in any order of people, repeats and sessions, each is counted once, told once, and stands once on the plate', () => {
  fc.assert(
    fc.property(
      fc.array(fc.array(fc.constantFrom('a', 'b', 'c', 'd'), { maxLength: 8 }), { minLength: 1, maxLength: 4 }),
      (all) => {
        let n = 0;
        const events = all.map((names, s) =>
          names.map((name, k) => follow(name, START + s * DAY + k + 1, `e${(n += 1)}`)),
        );
        const { counted, texts, state } = sessions(showOf('never'), events);
        const people = new Set(all.flat());
        expect(counted.reduce((sum, each) => sum + each, 0)).toBe(people.size);
        expect(texts.toSorted()).toEqual([...people].map((name) => `Welcome, ${name}`).toSorted());
        const plate = state.notables.get('follow')?.latest.map(({ viewer }) => viewer) ?? [];
        expect(new Set(plate).size).toBe(plate.length);
      },
    ),
    { numRuns: 60 },
  );
});

test('a cue for followers answers to those who followed in an earlier session', () => {
  const show = showOf('never');
  const [hello] = show.cues;
  if (!hello) throw new Error('There is no cue.');
  show.cues = [{ ...hello, when: { kind: 'share' }, who: { ...hello.who, are: 'followers' } }];
  const share = (viewer: string, at: number): StreamEvent =>
    ({ ...follow(viewer, at, `s${at}`), kind: 'share' }) as StreamEvent;
  const { texts } = sessions(show, [
    [share('a', START + 1), follow('a', START + 2, '1'), share('a', START + 3)],
    [share('a', START + DAY + 1), share('b', START + DAY + 2)],
  ]);
  expect(texts).toEqual(['Welcome, a', 'Welcome, a']);
});
