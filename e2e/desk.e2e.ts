import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Locator, Page } from 'playwright-core';
import { onAir, type OnAir } from './on-air';
import { closeSheet, goTo } from './person';
import { until, VIEWERS, wordsOn, type World } from './world';

/* The desk for a whole evening: chat, what happened, whom to thank, everything off the frame at one press, and its blocks as the streamer likes them. */

let world: World;
let page: Page;
let outlet: Page;
let act: OnAir['act'];
let published: OnAir['published'];
before(async () => {
  ({ world, page, outlet, act, published } = await onAir('kiln.desk', { live: true }));
  await goTo(page, '/desk');
});
after(() => world.close());

const tab = (name: string | RegExp): Promise<void> => page.getByRole('tab', { name }).tap();
const chat = (): Locator => page.getByRole('list', { name: 'Chat, newest last' }).getByRole('listitem');
const writes = (user: (typeof VIEWERS)[keyof typeof VIEWERS], text: string): Promise<void> =>
  act({ act: 'chat', user, text });
const owed = (): Locator => page.getByRole('list', { name: 'To thank, worthiest first' }).getByRole('listitem');

test('chat marks who writes for the first time and who asks, and lists them alone; a line is kept for later', async () => {
  await writes(VIEWERS.ines, 'good evening');
  await writes(VIEWERS.ines, 'which glaze is that?');
  await writes(VIEWERS.hana, 'celadon please');
  await page.getByRole('button', { name: 'Inês: good evening first time' }).waitFor();
  await page.getByRole('button', { name: 'Inês: which glaze is that? asks' }).waitFor();
  await page.getByRole('radio', { name: 'Questions' }).tap();
  await until(
    () => chat().count(),
    (count) => count === 1,
  );
  await chat().first().getByRole('button').tap();
  await page.getByRole('button', { name: 'Keep for later' }).tap();
  await page.getByRole('button', { name: 'Keep it no longer' }).waitFor();
  await closeSheet(page);
  await page.getByRole('radio', { name: 'Kept' }).tap();
  await page.getByRole('button', { name: /which glaze is that\? asks, kept/ }).waitFor();
  await page.getByRole('radio', { name: 'First time' }).tap();
  await until(
    () => chat().allInnerTexts(),
    (lines) => lines.length === 2 && lines.every((line) => !line.includes('glaze')),
  );
  await page.getByRole('radio', { name: 'All', exact: true }).tap();
});

test('a word of the streamer’s own begins a question, on every device', async () => {
  await page.getByRole('button', { name: 'Arrange the desk' }).tap();
  await page.getByLabel('A word that questions begin with').fill('!q');
  await closeSheet(page);
  await writes(VIEWERS.hana, '!q how hot is it');
  await page.getByRole('button', { name: /!q how hot is it asks/ }).waitFor();
});

test('a line is put on the frame for as long as chosen, and taken off', async () => {
  await chat().filter({ hasText: 'celadon please' }).getByRole('button').tap();
  await page.getByRole('button', { name: 'Add a featured line to the stage' }).tap();
  await page.getByRole('radio', { name: 'Until I take it off' }).tap();
  await published();
  await page.getByRole('button', { name: 'Put it on the frame' }).tap();
  await until(
    () => wordsOn(outlet),
    (text) => text.includes('celadon please'),
  );
  await page.getByRole('button', { name: 'Take it off' }).tap();
  await until(
    () => wordsOn(outlet),
    (text) => !text.includes('celadon please'),
  );
});

test('scrolled back, chat stands still and counts what is new; one press goes on', async () => {
  for (let n = 0; n < 12; n += 1) await writes(VIEWERS.ines, `line ${n}`);
  await page.getByRole('button', { name: /line 11/ }).waitFor();
  const list = page.getByRole('list', { name: 'Chat, newest last' });
  await list.evaluate((node) => void (node.parentElement && (node.parentElement.scrollTop = -200)));
  await page.waitForTimeout(300);
  const seen = await chat().allInnerTexts();
  await writes(VIEWERS.hana, 'meanwhile');
  await page.getByRole('button', { name: /^1 new line/ }).waitFor();
  assert.deepEqual(
    (await chat().allInnerTexts()).filter((line) => !seen.includes(line)),
    [],
  );
  await page.getByRole('button', { name: /^1 new line/ }).tap();
  await page.getByRole('button', { name: /meanwhile/ }).waitFor();
});

test('by keys: Tab comes to one line, the arrows go from line to line, Enter opens one', async () => {
  const last = page.getByRole('button', { name: /meanwhile/ });
  await last.focus();
  await page.keyboard.press('ArrowUp');
  await until(
    () => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? ''),
    (name) => name.includes('line 11'),
  );
  await page.keyboard.press('Enter');
  await page.getByRole('dialog', { name: 'Inês' }).waitFor();
  await page.keyboard.press('Escape');
});

test('likes of several are one line; gifts stand by themselves, and are replayed', async () => {
  await tab('Happened');
  await act({ act: 'like', user: VIEWERS.hana, taps: 40 });
  await act({ act: 'like', user: VIEWERS.ines, taps: 23 });
  const lines = page.getByRole('list', { name: 'What just happened, newest first' }).getByRole('listitem');
  await lines
    .filter({ hasText: /and 1 more/ })
    .filter({ hasText: '63 likes' })
    .waitFor();
  await act({ act: 'gift', user: VIEWERS.ines, gift: 'glaze-pot' });
  await page.getByRole('radio', { name: 'Given' }).tap();
  await until(
    () => lines.allInnerTexts(),
    (all) => all.length === 1 && /Inês[^]*Glaze Pot/.test(all[0] ?? ''),
  );
});

test('who gave waits to be thanked: ticked off without moving the next one under the thumb, and taken back', async () => {
  await act({ act: 'gift', user: VIEWERS.hana, gift: 'slip-splash' });
  await tab('To thank 2');
  await until(
    () => owed().allInnerTexts(),
    (all) => all.length === 2 && /Inês/.test(all[0] ?? ''),
  );
  const before = await owed().nth(1).boundingBox();
  await page.getByRole('button', { name: 'Inês: thanked' }).tap();
  await page.getByRole('button', { name: 'Inês is thanked', exact: true }).waitFor();
  await page.getByRole('tab', { name: 'To thank 1' }).waitFor();
  assert.deepEqual(await owed().nth(1).boundingBox(), before);
  await page.getByRole('button', { name: 'Undo: Inês is thanked' }).tap();
  await page.getByRole('tab', { name: 'To thank 2' }).waitFor();
  await page.getByRole('button', { name: 'Inês: thanked' }).tap();
  await page
    .getByRole('button', { name: /: thanked$/ })
    .last()
    .tap();
  await page.getByText('Nobody waits for a thank-you.').waitFor();
});

test('one press clears the frame and silences everything; the next brings all of it back', async () => {
  await until(
    () => wordsOn(outlet),
    (text) => text.includes('Gift goal'),
  );
  await page.getByRole('button', { name: 'Clear all' }).tap();
  await until(
    () => wordsOn(outlet),
    (text) => text.trim() === '',
  );
  await act({ act: 'follow', user: VIEWERS.hana });
  const waits = page.getByRole('group', { name: 'Spotlight' }).getByText(/held/);
  await waits.waitFor();
  await page.getByRole('button', { name: 'Bring back' }).tap();
  await until(
    () => wordsOn(outlet),
    (text) => text.includes('Gift goal'),
  );
});

test('what is kept, thanked and cleared here is so on another desk, and what is done there is so here', async () => {
  const other = await page.context().newPage();
  await other.goto('/desk');
  await other.getByRole('tab', { name: 'Chat' }).tap();
  await other.getByRole('radio', { name: 'Kept' }).tap();
  await other.getByRole('button', { name: /which glaze is that\? asks, kept/ }).tap();
  await other.getByRole('button', { name: 'Keep it no longer' }).tap();
  await closeSheet(other);
  await other.getByText('None of these yet.').waitFor();
  await act({ act: 'gift', user: VIEWERS.ines, gift: 'glaze-pot' });
  await other.getByRole('tab', { name: 'To thank 1' }).tap();
  await other.getByRole('button', { name: 'Inês: thanked' }).tap();
  await tab('To thank');
  await page.getByText('Nobody waits for a thank-you.').waitFor();
  await page.getByRole('button', { name: 'Clear all' }).tap();
  await other.getByRole('button', { name: 'Bring back' }).tap();
  await page.getByRole('button', { name: 'Clear all' }).waitFor();
  await tab('Chat');
  await page.getByRole('radio', { name: 'Kept' }).tap();
  await page.getByText('None of these yet.').waitFor();
  await page.getByRole('radio', { name: 'All', exact: true }).tap();
  await other.close();
});

test('scenes are large buttons with pictures; the one for being away is a press there and a press back', async () => {
  await goTo(page, '/stage');
  await page.getByRole('button', { name: /^Scenes/ }).tap();
  for (let n = 0; n < 3; n += 1) await page.getByRole('button', { name: 'Add a scene' }).tap();
  await page.getByRole('button', { name: 'While you are away: None' }).tap();
  await page.getByRole('radio', { name: 'Away', exact: true }).first().tap();
  await closeSheet(page);
  await published();
  await goTo(page, '/desk');
  const scene = (name: string): Locator =>
    page.getByRole('group', { name: 'Scene on air' }).getByRole('button', { name, exact: true });
  assert.ok(((await scene('Live').boundingBox())?.height ?? 0) >= 80);
  assert.equal(await scene('Live').locator('canvas').count(), 1);
  const isOn = (name: string): Promise<unknown> =>
    until(
      () => scene(name).getAttribute('aria-pressed'),
      (on) => on === 'true',
    );
  await scene('Live').tap();
  await isOn('Live');
  await scene('Away, while you are away').tap();
  await isOn('Away, while you are away');
  await scene('Away, while you are away').tap();
  await isOn('Live');
});

test('blocks are hidden and put in another order, for this device and for good', async () => {
  await page.getByRole('button', { name: 'Arrange the desk' }).tap();
  await page.getByRole('checkbox', { name: 'Numbers' }).tap();
  await page.getByRole('button', { name: 'Move To thank up' }).tap();
  await page.getByRole('button', { name: 'Move To thank up' }).tap();
  await closeSheet(page);
  await page.reload();
  await page.getByRole('tab').first().waitFor();
  assert.match(await page.getByRole('tab').first().innerText(), /^To thank/);
  assert.equal(await page.getByRole('group', { name: /^Gift goal/ }).count(), 0);
  await page.getByRole('button', { name: 'Arrange the desk' }).tap();
  await page.getByRole('checkbox', { name: 'Numbers' }).tap();
  await closeSheet(page);
  await page.getByRole('group', { name: /^Gift goal/ }).waitFor();
});

test('at a glance: session, feeds, last gift, whom to thank and a goal, large; thanked by thumb, left by a key', async () => {
  await act({ act: 'gift', user: VIEWERS.ines, gift: 'glaze-pot' });
  await page.getByRole('button', { name: 'At a glance' }).tap();
  const glance = page.getByRole('dialog', { name: 'At a glance' });
  await glance.getByRole('group', { name: 'Last gift' }).getByText('Inês').waitFor();
  await glance.getByText('Feeds are as they should be').waitFor();
  await glance.getByText('of 200').waitFor();
  const button = glance.getByRole('button', { name: 'Thanked' });
  assert.ok(((await button.boundingBox())?.height ?? 0) >= 60);
  await button.tap();
  await glance.getByText('Nobody').waitFor();
  await page.keyboard.press('Escape');
  await glance.waitFor({ state: 'hidden' });
});

test('on a wide screen chat is a column of its own, beside what is pressed', async () => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole('heading', { name: 'To thank', exact: true }).waitFor();
  assert.deepEqual(await page.getByRole('tab').allInnerTexts(), ['Chat', 'Happened']);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('tab').nth(2).waitFor();
});
