import assert from 'node:assert/strict';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { parse } from 'csv-parse/sync';
import type { Page } from 'playwright-core';
import { onAir, type OnAir } from './on-air';
import { addPiece, closeSheet, goTo } from './person';
import { until, VIEWERS, wordsOn, type World } from './world';

/* Numbers over several sessions, by touch: read off the outlet and the app, and compared with what the platform says it sent. */

const HANDLE = 'kiln.numbers';
let world: World;
let page: Page;
let outlet: Page;
let act: OnAir['act'];
let published: OnAir['published'];
const folder = mkdtempSync(join(tmpdir(), 'gavirn-numbers-'));

before(async () => {
  ({ world, page, outlet, act, published } = await onAir(HANDLE, { live: true }));
});
after(async () => {
  await world.close();
  rmSync(folder, { recursive: true, force: true });
});

async function pick(label: string, option: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${label}:`) }).tap();
  await page.getByRole('radio', { name: option, exact: true }).tap();
}
async function edit(piece: string): Promise<void> {
  await goTo(page, '/stage');
  await page.getByRole('button', { name: `Choose ${piece}` }).tap();
  await page.getByRole('button', { name: `Edit ${piece}` }).tap();
}
const coinsSent = async (): Promise<number> => (await world.ledger(HANDLE)).gift.coins;
const seen = (words: RegExp): Promise<string> =>
  until(
    () => wordsOn(outlet),
    (now) => words.test(now),
  );

test('a goal over all time, one after another, and a leaderboard of this week go on in the next session, right to the last coin', async () => {
  await edit('Gift goal');
  await pick('Counted over', 'All time');
  await pick('When it is reached', 'Go on to the next of several');
  await page.getByLabel('What target 1 is for').fill('Glaze choice');
  await page.getByLabel('What target 2 is for').fill('Open the kiln');
  await closeSheet(page);
  await edit('Leaderboard');
  await pick('Counted over', 'This week');
  await closeSheet(page);
  await published();
  await seen(/Glaze choice: 0 of 200/);
  for (let n = 0; n < 3; n += 1) await act({ act: 'gift', user: VIEWERS.hana, gift: 'glaze-pot' });
  await act({ act: 'gift', user: VIEWERS.ines, gift: 'slip-splash' });
  const first = await coinsSent();
  await seen(new RegExp(`Glaze choice: ${first} of 200`));
  await act({ act: 'end' });
  await goTo(page, '/desk');
  await page.getByRole('status', { name: /^(Off|Ended)/ }).waitFor();
  await act({ act: 'live' });
  await page.getByRole('status', { name: /^Live/ }).waitFor();
  await seen(new RegExp(`Glaze choice: ${first} of 200`));
  for (let n = 0; n < 2; n += 1) await act({ act: 'gift', user: VIEWERS.hana, gift: 'glaze-pot' });
  const all = await coinsSent();
  assert.ok(all > 200 && all > first);
  const words = await seen(new RegExp(`Open the kiln: ${all} of 400`));
  assert.match(words, new RegExp(`1 山田 はな ${all - 10}`));
  assert.match(words, /2 Inês 10/);
});

test('viewers raise a counter by its keyword; the change has their name, and is taken back', async () => {
  await goTo(page, '/stage');
  await addPiece(page, 'Counter');
  await page.getByRole('button', { name: 'Edit Counter' }).tap();
  await page.getByLabel('Keyword with which viewers raise it').fill('!slip');
  await closeSheet(page);
  await published();
  for (const user of [VIEWERS.ines, VIEWERS.layla]) await act({ act: 'chat', user, text: '!slip again' });
  await goTo(page, '/desk');
  await page.getByRole('button', { name: /^Counter 2:/ }).tap();
  await page.getByRole('dialog').getByRole('listitem').filter({ hasText: 'ليلى' }).waitFor();
  await page.getByRole('button', { name: 'Take back: 0 became 1' }).tap();
  await page
    .getByRole('dialog')
    .getByRole('listitem')
    .filter({ hasText: 'Inês' })
    .getByText(/taken back/)
    .waitFor();
  await closeSheet(page);
  await page.getByRole('button', { name: /^Counter 1:/ }).waitFor();
});

test('viewers join teams by keyword; their leaderboard and a team’s goal count what the members gave', async () => {
  await goTo(page, '/stage');
  await addPiece(page, 'Leaderboard');
  await page.getByRole('button', { name: 'Edit Leaderboard 2' }).tap();
  await page.getByLabel('Title').fill('Sides');
  await page.getByRole('radio', { name: 'Teams', exact: true }).tap();
  await page.getByRole('button', { name: 'Add a team' }).tap();
  await page.getByRole('button', { name: 'Add a team' }).tap();
  await page.getByRole('group', { name: 'Team Ember' }).getByLabel('Name of the team').fill('Glow');
  await page.getByLabel('Keyword with which viewers join Glow').fill('!glow');
  await closeSheet(page);
  await published();
  await seen(/Sides: 1 Ash 0, 1 Glow 0/);
  const before = (await seen(/Top supporters: /)).match(/山田 はな ([\d,]+)/)?.[1]?.replace(',', '');
  await act({ act: 'chat', user: VIEWERS.hana, text: '!glow' });
  await act({ act: 'chat', user: VIEWERS.layla, text: '!ash' });
  await act({ act: 'gift', user: VIEWERS.hana, gift: 'slip-splash' });
  await act({ act: 'gift', user: VIEWERS.layla, gift: 'slip-splash' });
  await seen(/Sides: 1 Glow [\d,]+, 2 Ash 10/);
  assert.ok(Number(before) > 0, 'she had given before she joined');
  // A goal of one team, and then one that counts the streamer's own counter.
  await goTo(page, '/stage');
  await page.getByRole('button', { name: 'Choose Gift goal' }).tap();
  await page.getByRole('button', { name: 'Edit Gift goal' }).tap();
  await page.getByLabel('Words on the goal').fill('Shelf');
  await pick('When it is reached', 'Stay full');
  await pick('Of', 'Team Ash');
  await closeSheet(page);
  await published();
  await seen(/Shelf: 10 of 200/);
  await edit('Shelf');
  await pick('Counts', 'Counter: Counter');
  await closeSheet(page);
  await published();
  await seen(/Shelf: 1 of 200/);
  await edit('Shelf');
  await pick('Counts', 'Coins');
  await pick('Counted over', 'All time');
  await pick('When it is reached', 'Go on to the next of several');
  await page.getByLabel('What target 1 is for').fill('Glaze choice');
  await page.getByLabel('What target 2 is for').fill('Open the kiln');
  await closeSheet(page);
  await published();
});

test('viewers add time to a countdown, and for a while it counts twice', async () => {
  await goTo(page, '/stage');
  await addPiece(page, 'Countdown');
  await page.getByRole('button', { name: 'Edit Time left' }).tap();
  await page.getByLabel('For a follow').fill('90,5');
  await closeSheet(page);
  await published();
  await goTo(page, '/desk');
  const left = async (): Promise<number> => {
    const label = (await page.getByRole('button', { name: /^Time left / }).getAttribute('aria-label')) ?? '';
    const [, minutes = '0', seconds = '0'] = /Time left (\d+):(\d+)/.exec(label) ?? [];
    return Number(minutes) * 60 + Number(seconds);
  };
  const before = await until(left, (seconds) => seconds > 0);
  await act({ act: 'follow', user: { ...VIEWERS.ines, uid: 'u11', handle: 'a1' } });
  await until(left, (seconds) => seconds > before + 60 && seconds <= before + 91);
  await page.getByRole('button', { name: /^Time left / }).tap();
  await page.getByRole('button', { name: '2 times for 10 min' }).tap();
  await page.getByText(/counts 2 times, for (9|10):/).waitFor();
  await closeSheet(page);
  const then = await left();
  await act({ act: 'follow', user: { ...VIEWERS.ines, uid: 'u12', handle: 'a2' } });
  await until(left, (seconds) => seconds > then + 150 && seconds <= then + 182);
});

test('points are earned and set by hand; every change has its reason; they go out as CSV and come in, bad lines said', async () => {
  await goTo(page, '/points');
  await page.getByRole('radio', { name: 'Viewers earn points' }).tap();
  await page.getByLabel('What you call them').fill('shards');
  await published();
  await act({ act: 'gift', user: VIEWERS.ines, gift: 'slip-splash' });
  await goTo(page, '/people');
  await page.getByLabel('Name or handle').fill('ines');
  await page.getByRole('button', { name: /^Inês.*ines\.barro on Brindle/ }).tap();
  await page.getByText('10 shards', { exact: true }).waitFor();
  await page.getByRole('list', { name: 'Every change of their points' }).getByText('for a coin').waitFor();
  await page.getByRole('button', { name: 'Set by hand' }).tap();
  await page.getByLabel('Set it to').fill('250');
  await page.getByRole('button', { name: 'Set it', exact: true }).tap();
  await page.getByText('10 became 250').waitFor();
  await closeSheet(page);
  await page.getByRole('list', { name: 'Every change of their points' }).getByText('+240').waitFor();
  await page.getByLabel('Your note').fill('likes cobalt');
  // A voice of their own, and joined with another: both from here.
  await page.getByRole('button', { name: 'Give them a voice of their own' }).tap();
  await page.getByRole('group', { name: 'Their words read aloud' }).getByLabel('Speed, times').fill('1.2');
  await page.getByRole('button', { name: 'Same person as …' }).tap();
  await page.getByRole('dialog').last().getByRole('button', { name: /ليلى/ }).tap();
  await page.getByText(/one person on /).waitFor();
  await page.getByRole('button', { name: 'Part them again' }).tap();
  await page.getByText(/one person on /).waitFor({ state: 'detached' });
  await closeSheet(page);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save people as CSV' }).tap(),
  ]);
  const saved = join(folder, 'people.csv');
  await download.saveAs(saved);
  const rows: Record<string, string>[] = parse(readFileSync(saved, 'utf8'), { columns: true });
  assert.deepEqual(
    rows.filter(({ handle }) => handle === 'ines.barro').map(({ points, level, note }) => [points, level, note]),
    [['250', '3', 'likes cobalt']],
  );
  writeFileSync(join(folder, 'in.csv'), 'Who,Total\nines.barro,300\nteo.k,many\nteo.k,40\n');
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Import a CSV' }).tap(),
  ]);
  await chooser.setFiles(join(folder, 'in.csv'));
  await pick('Handle', 'Who');
  await pick('Points', 'Total');
  await page.getByText('Line 3: “many” are no points: a whole number from 0 on.').waitFor();
  await page.getByRole('button', { name: 'Import the 2 good lines' }).tap();
  await page.getByRole('dialog').waitFor({ state: 'detached' });
  await page.getByLabel('Name or handle').fill('');
  await pick('In the order of', 'Points');
  const list = page.getByRole('list', { name: 'People' });
  await list.getByText('300 shards').waitFor();
  await list.getByRole('listitem').filter({ hasText: 'teo.k' }).getByText('40 shards').waitFor();
});

test('a viewer is forgotten wholly; what they gave stays in the totals', async () => {
  const all = await coinsSent();
  await goTo(page, '/people');
  await page.getByRole('button', { name: /^Inês.*ines\.barro on Brindle/ }).tap();
  await page.getByRole('button', { name: 'Forget this viewer' }).tap();
  await page.getByRole('button', { name: 'Forget them' }).tap();
  await page.getByRole('dialog').waitFor({ state: 'detached' });
  await page.getByRole('button', { name: /ines\.barro/ }).waitFor({ state: 'detached' });
  const words = await until(
    () => wordsOn(outlet),
    (now) => !now.includes('Inês'),
  );
  assert.match(words, new RegExp(`Open the kiln: ${all} of`));
  assert.match(words, /1 山田 はな/);
});

test('a server that lost everything is given back what earlier sessions came to, by the browser', async () => {
  const all = await coinsSent();
  await goTo(page, '/desk');
  await act({ act: 'end' });
  await page.getByRole('status', { name: /^(Off|Ended)/ }).waitFor();
  // The browser takes the session over, and then its copy.
  await page.waitForTimeout(2500);
  await world.killServer();
  world.loseData();
  await world.startServer();
  await seen(new RegExp(`Open the kiln: ${all} of`));
  await act({ act: 'live' });
  await page.getByRole('status', { name: /^Live/ }).waitFor();
  await act({ act: 'gift', user: VIEWERS.hana, gift: 'slip-splash' });
  await seen(new RegExp(`Open the kiln: ${all + 10} of`));
  await goTo(page, '/people');
  await page.getByRole('button', { name: /^山田 はな/ }).waitFor();
});
