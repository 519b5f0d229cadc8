import { serialize, deserialize, newState } from '@/core/session/state';
import { aGift, aLike, START } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { fold } from '@/core/session/fold';
import { joinPeople, partPerson, type Person } from './people';

const show = (people: Person[]): Show => ({ ...starterShow('s'), goals: [], people });
const joined = [
  {
    id: 'p',
    members: [
      { feed: 'a', viewer: 'ines' },
      { feed: 'b', viewer: 'ines2' },
    ],
  },
];
const run = (people: Person[], events: StreamEvent[]) => {
  const state = newState(show(people));
  fold(state, { input: 'begin', at: START, session: 'x' });
  for (const event of events) fold(state, { input: 'event', at: event.seenAt, event });
  return state;
};
const board = (state: ReturnType<typeof newState>) =>
  state.derived.boards[0]?.places.map(({ id, coins }) => [id, coins]);
const events = [
  aGift({ by: 'ines', feed: 'a', count: 2 }),
  aGift({ by: 'hana', feed: 'a', count: 3 }),
  aGift({ by: 'ines2', feed: 'b', count: 2 }),
];

test('two viewers joined are one on the board, and two again when they are parted', () => {
  expect(board(run([], events))).toEqual([
    ['hana', 30],
    ['ines', 20],
    ['ines2', 20],
  ]);
  const state = run(joined, events);
  expect(board(state)).toEqual([
    ['p', 40],
    ['hana', 30],
  ]);
  fold(state, { input: 'show', at: START, show: show([]) });
  expect(board(state)).toEqual([
    ['hana', 30],
    ['ines', 20],
    ['ines2', 20],
  ]);
  fold(state, { input: 'show', at: START, show: show(joined) });
  expect(board(state)).toEqual([
    ['p', 40],
    ['hana', 30],
  ]);
});

test('likes of both count together towards a cue, and a state read back goes on so', () => {
  const state = run(joined, [aLike({ by: 'ines', feed: 'a', count: 60 })]);
  const back = deserialize(JSON.parse(JSON.stringify(serialize(state))) as ReturnType<typeof serialize>);
  for (const each of [state, back]) {
    fold(each, { input: 'event', at: START, event: aLike({ by: 'ines2', feed: 'b', count: 50 }) });
    expect(
      each.queues
        .get('spotlight')
        ?.list()
        .map(({ text }) => text),
    ).toEqual(['ines2: 100 likes']);
  }
});

test('joining joins what was joined before; parting gives back every viewer', () => {
  const viewer = (feed: string, id: string) => ({ key: `${feed}/${id}`, feed, id });
  const two = joinPeople([], viewer('a', '1'), viewer('b', '2'), 'p');
  const three = joinPeople(two, { key: 'person/p', feed: '', id: 'p' }, viewer('c', '3'), 'q');
  expect(three).toEqual([
    {
      id: 'q',
      members: [
        { feed: 'a', viewer: '1' },
        { feed: 'b', viewer: '2' },
        { feed: 'c', viewer: '3' },
      ],
    },
  ]);
  expect(partPerson(three, { key: 'person/q', feed: '', id: 'q' })).toEqual([]);
});
