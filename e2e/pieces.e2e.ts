import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { onAir, type OnAir } from './on-air';
import { addPiece, closeSheet, goTo } from './person';
import { until, VIEWERS, wordsOn, type World } from './world';

/* Pieces of talk and words, set by touch and read off the outlet. */

let world: World;
let page: Page;
let outlet: Page;
let act: OnAir['act'];
before(async () => {
  ({ world, page, outlet, act } = await onAir('kiln.pieces', { live: true }));
});
after(() => world.close());

const add = async (kind: string): Promise<void> => {
  await addPiece(page, kind);
  await page.getByRole('button', { name: /^Edit / }).tap();
};
const seen = (words: RegExp): Promise<string> =>
  until(
    () => wordsOn(outlet),
    (now) => words.test(now),
  );
const gone = (words: RegExp): Promise<string> =>
  until(
    () => wordsOn(outlet),
    (now) => !words.test(now),
  );
const say = (user: (typeof VIEWERS)[keyof typeof VIEWERS], text: string): Promise<void> =>
  act({ act: 'chat', user, text });

test('words: their own text, font, colours and what happens when they are too long', async () => {
  await goTo(page, '/stage');
  await add('Words');
  await page
    .getByRole('textbox', { name: 'Words', exact: true })
    .fill('Tonight we open the kiln that has been cooling for three whole days');
  await page.getByRole('radio', { name: 'Scroll' }).tap();
  await page.getByRole('tab', { name: 'Look', exact: true }).tap();
  await page.getByRole('button', { name: /^Font:/ }).tap();
  await page.getByRole('radio', { name: 'Caveat' }).tap();
  await page.getByRole('radio', { name: 'Colour: #F4B23E' }).tap();
  await page.getByLabel('Colour, as #rrggbb').fill('#12345');
  await page.getByText('Six digits or letters a to f behind a #, as #C8643C.').waitFor();
  await page.getByLabel('Colour, as #rrggbb').fill('#ff0000');
  await page.getByRole('radio', { name: 'Letters alone' }).tap();
  await closeSheet(page);
  await seen(/Tonight we open the kiln/);
  // They pass through: what is red is elsewhere a moment later.
  const reds = (): Promise<string> =>
    outlet.evaluate(() => {
      const canvas = document.querySelector('canvas');
      const data =
        canvas?.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data ?? new Uint8ClampedArray();
      let sum = 0;
      let count = 0;
      for (let n = 0; n < data.length; n += 4) {
        if ((data[n] ?? 0) > 200 && (data[n + 1] ?? 255) < 60 && (data[n + 2] ?? 255) < 60) {
          sum = (sum * 31 + n) % 1_000_003;
          count += 1;
        }
      }
      return count > 40 ? String(sum) : '';
    });
  const first = await until(reds, (now) => now !== '');
  await until(reds, (now) => now !== '' && now !== first);
});

test('the chat column shows what viewers write, without helpers, keywords, and whom the streamer leaves out', async () => {
  await goTo(page, '/stage');
  await add('Chat');
  await page.getByRole('tab', { name: 'Place', exact: true }).tap();
  await page.getByRole('textbox', { name: /^Height/ }).fill('420');
  await page.getByRole('textbox', { name: /^Height/ }).press('Enter');
  await closeSheet(page);
  await page.waitForTimeout(800);
  await say(VIEWERS.ines, 'what clay is that?');
  await say(VIEWERS.layla, 'هذا جميل جدا');
  await say(VIEWERS.hana, '!points');
  const words = await seen(/ليلى: هذا جميل جدا/);
  assert.match(words, /Inês: what clay is that\?/);
  assert.doesNotMatch(words, /!points/);
  await page.getByRole('button', { name: 'Edit Chat' }).tap();
  await page.getByRole('button', { name: 'Leave a viewer’s lines out' }).tap();
  await page.getByRole('dialog').last().getByRole('button', { name: /^Inês/ }).tap();
  await gone(/what clay is that/);
  await page.getByRole('radio', { name: 'Shown' }).last().tap();
  await page.getByRole('textbox', { name: /A line leaves after/ }).fill('2');
  await page.getByRole('textbox', { name: /A line leaves after/ }).press('Enter');
  await closeSheet(page);
  await gone(/هذا جميل/);
});

test('the info card follows the keywords as they are set up; a ticker lists the kinds that it is asked for', async () => {
  await goTo(page, '/stage');
  await add('Info card');
  await closeSheet(page);
  await goTo(page, '/points');
  await page.getByRole('radio', { name: 'Viewers earn points' }).tap();
  await page.getByLabel('Keyword with which viewers ask what they have').fill('!shards');
  await seen(/Write in chat: !shards your points/);
  await goTo(page, '/stage');
  await add('Ticker');
  for (const kind of [
    'Follows',
    'Subscriptions',
    'Subscriptions given away',
    'Tips',
    'Raids',
    'Shares',
    'Chat',
    'Every so many',
    'Goals',
  ])
    await page.getByRole('checkbox', { name: kind, exact: true }).tap();
  await closeSheet(page);
  await page.waitForTimeout(800);
  await act({ act: 'follow', user: { ...VIEWERS.ines, uid: 'u41', handle: 'f41', nickname: 'Follower' } });
  await act({ act: 'gift', user: VIEWERS.hana, gift: 'slip-splash' });
  const words = await seen(/Ticker: 山田 はな sent 1 Slip Splash/);
  assert.doesNotMatch(words, /Ticker: [^\n]*Follower/);
});
