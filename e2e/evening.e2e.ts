import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Locator, Page } from 'playwright-core';
import { demoPhone } from './demo-phone';
import { goTo, outletAddress, showScene } from './person';
import { withoutIsolates } from '@/core/words/isolate';
import { PEOPLE } from '@/server/standins/crowd/people';
import { until, wordsOn, type World } from './world';

/* One evening on a phone, by thumb: ready, rehearsed, live, and nobody who gave is left unthanked. */

const HANDLE = 'odavarn.kiln';
/** For so long the crowd is there, ms. */
const EVENING_MS = 25_000;
let world: World;
let page: Page;
let outlet: Page;
before(async () => {
  ({ world, page } = await demoPhone());
});
after(() => world.close());

const line = (says: string): Locator =>
  page.getByRole('list', { name: 'Checks' }).getByRole('listitem').filter({ hasText: says });
const yes = (): boolean => true;
const no = (): boolean => false;
const toThank = (): Locator =>
  page.getByRole('list', { name: 'To thank, worthiest first' }).getByRole('button', { name: /: thanked$/ });

test('“Ready?” names what comes first; two things are mended from there', async () => {
  await page.getByRole('button', { name: 'Ready check', exact: true }).tap();
  await line('No outlet is open').getByRole('button', { name: 'How to paste' }).tap();
  outlet = await (await world.person({ viewport: { width: 540, height: 960 } })).newPage();
  await outlet.goto(await outletAddress(page));
  await page.getByRole('button', { name: 'Ready check', exact: true }).tap();
  await line('No outlet is open').waitFor({ state: 'detached' });
  await line('Nothing was played from “Everything” yet').getByRole('button').tap();
  await line('Sound comes out of “Everything”').waitFor();
  await page.getByRole('heading', { name: 'Ready', exact: true }).waitFor();
});

test('a rush is rehearsed, an advice taken, and the rush seen on the frame', async () => {
  await line('Not rehearsed within a week').getByRole('button', { name: 'Rehearse' }).tap();
  await page.getByRole('radio', { name: 'A rush of gifts' }).tap();
  await page.getByRole('button', { name: 'Rehearse', exact: true }).tap();
  await page.getByRole('button', { name: 'Take this advice' }).first().tap();
  await page.getByText(/^Taken: /).waitFor();
  await page.getByRole('button', { name: 'Rehearse on the outlets' }).tap();
  await until(
    () => wordsOn(outlet),
    (words) => / sent /.test(words),
  );
});

test('live, the rehearsal is over by itself; for the whole evening the desk is enough, and everybody who gave is thanked', async () => {
  await goTo(page, '/desk');
  await world.brindle(HANDLE, { act: 'live' });
  await page.getByRole('region', { name: 'Rehearsal' }).waitFor({ state: 'detached' });
  await page.getByRole('status', { name: /^Live since/ }).waitFor();
  await world.brindle(HANDLE, { act: 'crowd', rate: 6, seed: 11 });
  await page.getByRole('tab', { name: /^To thank/ }).tap();
  const thanked = new Set<string>();
  const thank = async (): Promise<boolean> => {
    if ((await toThank().count()) === 0) return false;
    // By name: somebody worthier may come in between.
    const name = (await toThank().first().getAttribute('aria-label')) ?? '';
    // Where the answer to the last tap has only just come, there is nothing to be tapped any more.
    const tapped = page.getByRole('button', { name, exact: true }).tap({ timeout: 5000 });
    if (await tapped.then(yes, no)) thanked.add(name.replace(/: thanked$/, ''));
    // A thumb's pace: by then it is ticked off, or has given once more.
    await page.waitForTimeout(700);
    return true;
  };
  const end = Date.now() + EVENING_MS;
  let away = false;
  while (Date.now() < end) {
    if (!(await thank())) await page.waitForTimeout(300);
    // In the middle of it the streamer is away for a moment.
    if (away || Date.now() < end - EVENING_MS / 2) continue;
    away = true;
    await showScene(page, 'Back soon');
    await page.getByRole('button', { name: 'Clear all' }).tap();
    await page.getByRole('button', { name: 'Bring back' }).tap();
    await showScene(page, 'At the wheel');
  }
  await world.brindle(HANDLE, { act: 'crowd', rate: 0 });
  await until(
    async () => {
      while (await thank());
      return page.getByText('Nobody waits for a thank-you.').isVisible();
    },
    (nobody) => nobody,
  );
  // By the platform's own ledger. Whoever subscribed is thanked besides.
  const { viewers } = await world.ledger(HANDLE);
  const gave = PEOPLE.filter(({ uid }) => (viewers[uid]?.coins ?? 0) > 0);
  assert.ok(gave.length >= 3, `${gave.length} gave`);
  const names = [...thanked].map(withoutIsolates);
  for (const { nickname } of gave) assert.ok(names.includes(nickname), `${nickname} is not among ${names.join(', ')}`);
  await world.brindle(HANDLE, { act: 'end' });
  await page.getByRole('status', { name: 'Off' }).waitFor();
});
