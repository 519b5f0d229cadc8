import type { Feed } from '@/core/platform/feed';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { KEY, OTHER, folder, host, logged, open, again, feed, publish, folderOf, found } from './show-host.setup';
import { inEnglish } from '@/core/words/in-english.setup';

test.each<[string, (show: string) => void, RegExp]>([
  [
    'a document without its outlets',
    (show) =>
      writeFileSync(
        join(show, 'show.json'),
        readFileSync(join(show, 'show.json'), 'utf8').replace(/,"outlets":\{[^}]*\}\}$/, '}'),
      ),
    /outlets/,
  ],
  [
    'a document that was cut off',
    (show) => writeFileSync(join(show, 'show.json'), '{"show":{"id":"a'),
    /cannot be read to the end/,
  ],
  ['a document of nothing', (show) => writeFileSync(join(show, 'show.json'), 'null'), /no usable/],
  [
    'a folder in place of its secrets',
    (show) => {
      rmSync(join(show, 'secrets.json'));
      mkdirSync(join(show, 'secrets.json'));
    },
    /./,
  ],
  [
    'a folder in place of its pictures',
    (show) => {
      rmSync(join(show, 'media'), { recursive: true });
      writeFileSync(join(show, 'media'), '');
    },
    /./,
  ],
])('%s: that show is named to its streamer, its files stay, the others run', async (_name, damage, says) => {
  for (const id of ['a', 'b']) expect(publish(id)).toEqual({ ok: true });
  await host.close();
  const broken = folderOf('a');
  damage(broken);
  const files = readdirSync(broken);
  open();
  expect(found('b')).toBe('show');
  const asked = host.desk('a', KEY);
  // A secret that cannot be read is handed over again by the browser: the show itself runs.
  if (asked.found === 'show') return expect(_name).toMatch(/secrets/);
  expect(asked).toEqual({ found: 'broken', says: expect.stringMatching(says) });
  expect(publish('a')).toMatchObject({
    ok: false,
    status: 503,
    detail: expect.stringMatching(/Nothing of it was changed.*safe in this browser/) as string,
  });
  expect(readdirSync(broken).sort()).toEqual(files.sort());
  expect(publish('b')).toEqual({ ok: true });
  expect(logged.some((line) => line.includes('left aside'))).toBe(true);
});

test('journals with strange names, snapshots of nothing and half-written files cost nobody anything', async () => {
  publish('a');
  await host.close();
  const show = folderOf('a');
  mkdirSync(join(show, '9.journal'));
  writeFileSync(join(show, '1.snapshot'), '{"bytes":0,"content":{}}');
  writeFileSync(join(show, 'show.json.123.partial'), '{"sh');
  writeFileSync(join(folder, 'shows', 'a file'), 'hello');
  open();
  expect(found('a')).toBe('show');
  expect(existsSync(join(show, 'show.json.123.partial'))).toBe(false);
});

test('an outlet’s or a feed’s address belongs to one show: whoever else names it is refused and told which', () => {
  publish('mine');
  expect(publish('theirs', { key: OTHER, outlet: 'outlet-mine-0123456789' })).toEqual({
    ok: false,
    status: 409,
    detail: expect.any(String) as string,
    taken: { outlets: ['main'], feeds: [] },
  });
  expect(publish('theirs', { key: OTHER, inbox: 'inbox-mine-0123456789' })).toMatchObject({
    status: 409,
    taken: { outlets: [], feeds: ['c'] },
  });
  expect([host.outlet('outlet-mine-0123456789')?.show, host.inbox('inbox-mine-0123456789')?.show]).toEqual([
    'mine',
    'mine',
  ]);
  expect(publish('theirs', { key: OTHER })).toEqual({ ok: true });
  // Its own may be sent again, and go back to nobody once it is gone.
  expect(publish('mine')).toEqual({ ok: true });
});

test('an address is free again once its show is gone', async () => {
  publish('mine');
  await host.remove('mine');
  expect(publish('theirs', { key: OTHER, outlet: 'outlet-mine-0123456789', inbox: 'inbox-mine-0123456789' })).toEqual({
    ok: true,
  });
});

test('while a show is removed nobody begins it anew in the place of its files', async () => {
  publish('mine');
  const removed = host.remove('mine');
  expect(publish('mine')).toMatchObject({ ok: false, detail: expect.stringMatching(/being removed/) as string });
  await removed;
  expect(publish('mine')).toEqual({ ok: true });
});

test('no more shows than the server takes', async () => {
  await again({ shows: 2 });
  expect([publish('a'), publish('b')]).toEqual([{ ok: true }, { ok: true }]);
  expect(inEnglish(publish('c'))).toMatchObject({
    ok: false,
    status: 507,
    detail: expect.stringMatching(/holds 2 shows/) as string,
  });
  expect(publish('a')).toEqual({ ok: true });
});

test('recordings count, and go with their feeds', async () => {
  const file: Feed = {
    id: 'r',
    platform: 'file',
    handle: 'rec',
    on: true,
    rate: { coin: 0, kept: 0 },
    admitted: [],
    as: 'events',
    speed: 1,
  };
  await again({ showBytes: 1000, allBytes: 1500 });
  for (const id of ['a', 'b']) publish(id, { feeds: [feed, file] });
  expect(host.files.refuses('a', 900)).toBeNull();
  await host.keepRecording('a', 'r', 'x'.repeat(900));
  expect(host.files.refuses('a', 200)).toMatch(/files of one show/);
  expect(host.files.refuses('b', 700)).toMatch(/all its shows/);
  const kept = (): string[] => readdirSync(folderOf('a')).filter((name) => name.endsWith('.recording'));
  expect(kept()).toHaveLength(1);
  publish('a');
  expect([kept(), host.files.refuses('a', 900)]).toEqual([[], null]);
});

test('files are for this account alone', () => {
  publish('a');
  const show = folderOf('a');
  const mode = (path: string): string => (statSync(path).mode & 0o777).toString(8);
  expect([
    mode(show),
    mode(join(show, 'show.json')),
    mode(join(show, 'secrets.json')),
    mode(join(show, 'media')),
  ]).toEqual(['700', '600', '600', '700']);
});

test('a show’s key tells whose it is', () => {
  publish('a');
  expect([found('a'), found('a', OTHER), found('nobody')]).toEqual(['show', 'notYours', 'none']);
  expect(publish('a', { key: OTHER })).toMatchObject({ ok: false, status: 403 });
  expect([host.mayPublish('a', KEY), host.mayPublish('a', OTHER), host.mayPublish('b', OTHER)]).toEqual([
    'owner',
    'notYours',
    'new',
  ]);
});
