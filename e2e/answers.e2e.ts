import { after, before, test } from 'node:test';
import WebSocket from 'ws';
import type { Page } from 'playwright-core';
import { closeSheet, goTo } from './person';
import { until, VIEWERS, World } from './world';

/* What viewers ask for in a chat with a helper in it, and what they are answered there: heard by a client of our own. */

const HANDLE = 'kiln.answers';
let world: World;
let page: Page;
before(async () => {
  world = await World.open();
  page = await (await world.person()).newPage();
  await goTo(page, '/feeds');
  await world.act('oxbow', HANDLE, { act: 'open' });
  await world.act('oxbow', HANDLE, { act: 'moderator', name: 'kiln-helper', on: true });
});
after(() => world.close());

test('viewers ask in a real chat: their points, a perk too dear, handing on, their place, and to be left off', async () => {
  // Who listens is a viewer with a plain IRC client.
  await goTo(page, '/feeds');
  await page.getByRole('button', { name: 'Add a feed' }).tap();
  await page.getByRole('radio', { name: 'Oxbow', exact: true }).tap();
  await page.getByLabel('Your handle on Oxbow').fill(HANDLE);
  await page.getByRole('button', { name: 'Check' }).tap();
  await page.getByRole('button', { name: 'Add this feed' }).tap();
  await page.getByLabel('Helper’s handle').fill('kiln-helper');
  await page.getByRole('button', { name: 'Keep', exact: true }).tap();
  await page.getByText('kiln-helper is a moderator and can post.').waitFor();
  await world.act('oxbow', HANDLE, { act: 'live' });
  await page.getByRole('status', { name: /^Live/ }).waitFor();
  const posts: string[] = [];
  const irc = new WebSocket(`${world.standins.replace(/^http/, 'ws')}/standins/oxbow/irc`, 'text.ircv3.net');
  irc.addEventListener('message', ({ data }) =>
    posts.push(
      ...String(data as string)
        .split('\r\n')
        .filter((line) => line.includes('kiln-helper!')),
    ),
  );
  await new Promise((resolve) => irc.addEventListener('open', resolve));
  for (const line of ['NICK onlooker', 'USER onlooker 0 * :onlooker', `JOIN #${HANDLE}`]) irc.send(`${line}\r\n`);
  await goTo(page, '/points');
  await page.getByRole('radio', { name: 'Viewers earn points' }).tap();
  await page.getByLabel('Keyword with which viewers ask what they have').fill('!shards');
  await page.getByLabel('Keyword with which they hand some on').fill('!give');
  await page.getByRole('button', { name: 'Add a perk' }).tap();
  await closeSheet(page);
  await goTo(page, '/stage');
  await page.getByRole('button', { name: 'Choose Leaderboard' }).tap();
  await page.getByRole('button', { name: 'Edit Leaderboard' }).tap();
  await page.getByRole('button', { name: /^Counts:/ }).tap();
  await page.getByRole('radio', { name: 'Subscriptions given away', exact: true }).tap();
  await page.getByLabel('Keyword with which viewers ask for their own place').fill('!place');
  await page.getByLabel('Keyword with which a viewer leaves the boards, or comes back').fill('!hide');
  await closeSheet(page);
  await page.waitForTimeout(1500);
  const say = (text: string): Promise<void> => world.act('oxbow', HANDLE, { act: 'chat', user: VIEWERS.ines, text });
  const told = (words: RegExp): Promise<string> =>
    until(
      () => Promise.resolve(posts.join('\n')),
      (all) => words.test(all),
    );
  await world.act('oxbow', HANDLE, { act: 'giftSubs', user: VIEWERS.ines, recipients: [VIEWERS.hana] });
  await say('!shards');
  await told(/Inês: [\d,]+ points?, level \d+\./);
  await say('!give @nobody.here 5');
  await told(/Inês: .*nobody\.here/);
  // 102 points buy one at 100, and not a second.
  await say('!perk1');
  await say('!perk1');
  await told(/Inês: New perk takes 100 points; you have \d\./);
  await say('!place');
  await told(/Inês: place 1 with 1 \(subscriptions given away, this session\)\./);
  await page.waitForTimeout(1100);
  await say('!hide');
  await say('!place');
  await told(/you are on no leaderboard/);
  // The streamer answers by hand, from the line itself.
  await page.setViewportSize({ width: 390, height: 844 });
  await goTo(page, '/desk');
  await say('is it raku?');
  await page.getByRole('button', { name: /is it raku\? asks/ }).tap();
  await page.getByLabel('Answer in Oxbow’s chat').fill('yes, fired this morning');
  await page.getByRole('button', { name: 'Post it' }).tap();
  await told(/yes, fired this morning/);
  irc.close();
});
