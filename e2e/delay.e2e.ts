import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { onAir, type OnAir } from './on-air';
import { goTo } from './person';
import { until, VIEWERS, wordsOn, type World } from './world';

/*
 * How far viewers are behind: the stand-in compositor shows them the frame so much later, the stand-in platform's chat takes so long, and both ways of
 * measuring find it. A finger is played by this file: it taps so long after it has seen the mark, in the app and on the viewer's page alike.
 */

const HANDLE = 'kiln.delay';
/** How far viewers are behind, s. All of them take minutes: DELAYS=0.5,3,8. */
const DELAYS = (process.env['DELAYS'] ?? '3').split(',').map(Number);
const REACTION_MS = 240;
/** What is found may be off by so much, s. */
const WITHIN = 0.2;

let world: World;
let page: Page;
let viewer: Page;
let act: OnAir['act'];
let address: string;
/** Called when a mark is seen: by a viewer, and in the app. */
let seen: () => void = () => undefined;
let inApp: () => void = () => undefined;

/** Tells of white in the middle of the frame, once each time that it comes. */
const WATCH = `(() => {
  let before = false;
  const look = () => {
    const canvas = document.querySelector('canvas');
    const context = canvas && canvas.getContext('2d');
    if (context && canvas.width > 0) {
      // Beside the mark's own shape, which is black.
      const [red, green, blue, alpha] = context.getImageData(Math.round(canvas.width * 0.28), Math.round(canvas.height / 2 - canvas.width * 0.22), 1, 1).data;
      const now = red > 250 && green > 250 && blue > 250 && alpha > 250;
      if (now && !before && window.markSeen) window.markSeen();
      before = now;
    }
    requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
})()`;

/** The same of the mark in the app. */
const WATCH_APP = `(() => {
  let before = false;
  const look = () => {
    const now = document.querySelector('[aria-label="The mark"]') !== null;
    if (now && !before) window.markSeen();
    before = now;
    requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
})()`;

before(async () => {
  let outlet: Page;
  ({ world, page, act, address, outlet } = await onAir(HANDLE, { live: true }));
  // The viewer's page is what is looked at here.
  await outlet.close();
  await page.exposeBinding('markSeen', () => inApp());
  await page.addInitScript({ content: WATCH_APP });
  viewer = await (await world.person({ viewport: { width: 270, height: 480 } })).newPage();
  await viewer.exposeBinding('markSeen', () => seen());
  await viewer.addInitScript({ content: WATCH });
});
after(() => world.close());

const weir = async (what: string, body: object): Promise<void> => {
  const answer = await fetch(`${world.standins}/standins/weir/${what}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  assert.equal(answer.status, 200, await answer.text());
};

/** A viewer's phone that shows the frame so many seconds late. */
async function watchBehind(s: number): Promise<void> {
  const layer = { id: 'frame', url: address, width: 1080, height: 1920, x: 0, y: 0, scale: 1, shown: true };
  await weir('behind', { ms: s * 1000 });
  await weir('scene', { handle: HANDLE, layers: [layer] });
  await viewer.goto(`${world.standins}/standins/weir/watch`);
  await until(
    async () => {
      const frame = viewer.frames().find((each) => each.url().includes('/o/'));
      return frame ? wordsOn(frame as unknown as Page) : '';
    },
    (words) => words.includes('Gift goal'),
  );
}

const delayOf = async (): Promise<string> =>
  page.getByRole('list', { name: 'Measured delays' }).getByRole('listitem', { name: 'Brindle' }).innerText();
const near = (found: number, set: number): void =>
  assert.ok(Math.abs(found - set) <= WITHIN, `found ${found} s where ${set} s were set`);

for (const set of DELAYS)
  test(`by taps: viewers who are ${set} s behind`, async () => {
    await watchBehind(set);
    await page.goto('/delay');
    await page.getByRole('button', { name: 'Measure by tapping' }).tap();
    const area = page.getByRole('button', { name: 'Tap', exact: true });
    await area.waitFor();
    const box = await area.boundingBox();
    assert.ok(box);
    const tap = async (): Promise<void> => {
      await new Promise((resolve) => setTimeout(resolve, REACTION_MS));
      await page.touchscreen.tap(box.x + box.width / 2, box.y + box.height * 0.7);
    };
    inApp = () => void tap();
    await page.getByText(/^Now look at Brindle’s page for viewers/).waitFor();
    inApp = () => undefined;
    seen = () => void tap();
    // What lies below the sheet is out of reach until it closes by itself.
    await page.getByRole('dialog').waitFor({ state: 'hidden' });
    seen = () => undefined;
    // What was found is written down as the sheet closes.
    await page.waitForTimeout(500);
    near(Number(/to viewers ([\d.]+) s/.exec(await delayOf())?.[1]), set);
  });

for (const set of DELAYS)
  test(`by chat: viewers who are ${set} s behind, and a chat that takes 0.5 s`, async () => {
    await watchBehind(set);
    await act({ act: 'chatDelay', ms: 500 });
    await goTo(page, '/delay');
    for (let n = 0; n < 3; n += 1) {
      const before = await delayOf();
      let number = '';
      seen = () => void act({ act: 'chat', user: VIEWERS.ines, text: number });
      await page.getByRole('button', { name: /^Show (a|another) number/ }).tap();
      number = await until(
        async () => /(\d{3}) is on the frame\. Nobody/.exec(await page.getByRole('main').innerText())?.[1] ?? '',
        (shown) => shown !== '',
      );
      await page.getByText(`${number} is on the frame. Written in Brindle.`).waitFor();
      if (n === 0) await until(delayOf, (now) => now !== before);
      seen = () => undefined;
      await page.getByRole('button', { name: 'Take it off' }).tap();
      await page.getByText(`${number} is on the frame`).waitFor({ state: 'hidden' });
      // It has gone from the viewer's page, too.
      await page.waitForTimeout(set * 1000 + 300);
    }
    near(Number(/there and back ([\d.]+) s/.exec(await delayOf())?.[1]), set + 0.5);
    await act({ act: 'chatDelay', ms: 0 });
  });

test('both together say how long chat takes; it is kept, with its age', async () => {
  await page.reload();
  await until(delayOf, (text) => /from viewers to here \d+\.\d s/.test(text) && /measured/.test(text));
  near(Number(/from viewers to here ([\d.]+) s/.exec(await delayOf())?.[1]), 0.5);
});
