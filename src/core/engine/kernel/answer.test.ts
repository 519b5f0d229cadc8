import { aChat, START } from '@/core/event/examples';
import { POINTS } from '@/core/engine/feature/points/schema';
import { fold } from '@/core/session/fold';
import { newState } from '@/core/session/state';
import { starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import type { Effect } from './effect';

/* Where an answer to a viewer goes. */

const feed = (id: string, platform: 'oxbow' | 'tarn', helper?: string) => ({
  id,
  platform,
  handle: `${id}.handle`,
  on: true,
  rate: { coin: 0, kept: 0 },
  admitted: [],
  ...(helper === undefined ? {} : { helper }),
});
const show = {
  ...starterShow('a'),
  feeds: [feed('o', 'oxbow', 'helper'), feed('t', 'tarn')],
  points: { ...POINTS, on: true, ask: '!points' },
} as unknown as Show;

function asked(of: Show, by: string): { posts: (string | null)[]; alerts: string[] } {
  const state = newState(of);
  const effects: Effect[] = [];
  fold(state, { input: 'begin', at: START, session: 's' });
  const event = { ...aChat({ text: '!points', at: START, seenAt: START }), feed: by };
  fold(state, { input: 'event', at: START, event }, (effect) => void effects.push(structuredClone(effect)));
  return {
    posts: effects.flatMap((effect) => (effect.effect === 'post' ? [effect.feed] : [])),
    alerts: effects.flatMap((effect) => (effect.effect === 'alert' ? [effect.alert.text] : [])),
  };
}

test('in the chat that asked, and nowhere else', () => {
  expect(asked({ ...show, answersIn: 'spotlight' }, 'o')).toEqual({ posts: ['o'], alerts: [] });
});

test('where nothing can be posted: on the frame, if that is wanted and the spotlight is there', () => {
  expect(asked(show, 't').alerts).toEqual([]);
  expect(asked({ ...show, answersIn: 'gone' }, 't').alerts).toEqual([]);
  expect(asked({ ...show, answersIn: 'spotlight' }, 't').alerts).toEqual([expect.stringMatching(/level 1/)]);
});
