import type { OutletReport } from '@/core/desk/outlet-page';
import { browserName, OutletPages, SILENT_MS } from './outlet-pages';

const LINUX = 'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/84.0.4147.0 Safari/537.36';
const report = (page: string, more: Partial<OutletReport> = {}): OutletReport => ({
  page: `page-${page}`,
  width: 540,
  height: 960,
  lacks: [],
  blocked: false,
  heard: null,
  ...more,
});

test('a page is known while it speaks, and by its name alone', () => {
  const pages = new OutletPages();
  const says = (page: string, now: number, more: Partial<OutletReport> = {}): boolean =>
    pages.report('main', report(page, more), { agent: LINUX, now });
  expect([says('a', 0), says('b', 10), says('a', 20), says('a', 30, { blocked: true })]).toEqual([
    true,
    true,
    false,
    true,
  ]);
  expect(pages.list('main', 40).map(({ blocked }) => blocked)).toEqual([false, true]);
  expect(pages.list('other', 40)).toEqual([]);
  pages.left('main', 'page-b');
  expect(pages.list('main', 40)).toHaveLength(1);
  expect(
    [pages.list('main', 30 + SILENT_MS - 1), pages.list('main', 30 + SILENT_MS)].map(({ length }) => length),
  ).toEqual([1, 0]);
});

test('whoever makes pages up finds no more than twenty remembered, and those the last', () => {
  const pages = new OutletPages();
  for (let n = 0; n < 500; n += 1)
    pages.report('main', report(String(n).padStart(4, '0'), { width: n }), { agent: '', now: n });
  expect(pages.list('main', 500).map(({ width }) => width)).toEqual(Array.from({ length: 20 }, (_, n) => 480 + n));
});

test('a browser is called as it calls itself, and not at all where it says nothing', () => {
  expect([browserName(LINUX), browserName(''), browserName('x'), browserName('🏺'.repeat(9000))]).toEqual([
    'Chrome 84, Linux',
    '',
    '',
    '',
  ]);
});
