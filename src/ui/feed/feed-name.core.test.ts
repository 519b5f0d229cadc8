import { directionOf } from '@/core/words/direction';
import { feedWordOf } from './feed-name';
import type { Feed } from '@/core/platform/feed';

const feed = (id: string, platform: 'brindle' | 'tarn', handle: string): Feed => ({
  id,
  platform,
  handle,
  on: true,
  rate: { coin: 0, kept: 0 },
  admitted: [],
});

test('a feed is called by its platform, and by its handle where another one of its platform is there', () => {
  const feeds = [feed('a', 'brindle', 'first'), feed('b', 'brindle', 'second'), feed('c', 'tarn', 'third')];
  expect(feeds.map((each) => feedWordOf(each, feeds))).toEqual(['first', 'second', 'Tarn']);
});

test.each([
  ['en', 'ltr'],
  ['ja-JP', 'ltr'],
  ['ar', 'rtl'],
  ['AR-EG', 'rtl'],
  ['he-IL', 'rtl'],
])('sentences in %s run %s', (language, direction) => {
  expect(directionOf(language)).toBe(direction);
});
