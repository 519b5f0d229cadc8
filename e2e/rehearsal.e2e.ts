import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { demoPhone } from './demo-phone';
import { goTo } from './person';
import { until, type World } from './world';

/* A rehearsal at once: a crowd through the demo show, what it comes to, an advice taken and taken back. */

let world: World;
let page: Page;
before(async () => {
  ({ world, page } = await demoPhone());
});
after(() => world.close());

/** What stands on a card of the report. */
const card = (name: string): Promise<string> => page.getByRole('group', { name }).innerText();
const done = (): Promise<unknown> =>
  until(
    async () =>
      (await page.getByRole('button', { name: 'Rehearse', exact: true }).count()) +
      (await page.getByRole('group', { name: 'Longest wait' }).count()),
    (there) => there === 2,
  );
const rehearse = async (crowd: string): Promise<void> => {
  await page.getByRole('radio', { name: crowd, exact: true }).tap();
  await page.getByRole('button', { name: 'Rehearse', exact: true }).tap();
  await page.getByRole('heading', { name: crowd, level: 2 }).waitFor();
  await done();
};

test('from the ready check to a busy hour: its report is there, and no number on the desk has moved', async () => {
  await goTo(page, '/desk');
  const numbers = async (): Promise<string> =>
    (await page.getByRole('main').innerText()).replace(/\b(\d+ (s|min)|now)\b/g, 'ago');
  const before = await numbers();
  await goTo(page, '/ready');
  await page
    .getByRole('listitem', { name: 'Worth knowing: Not rehearsed within a week' })
    .getByRole('button', { name: 'Rehearse' })
    .tap();
  await page.getByRole('radio', { name: 'Busy' }).tap();
  await page.getByRole('button', { name: 'Rehearse', exact: true }).tap();
  await page.getByRole('group', { name: 'Longest wait' }).waitFor();
  await page.getByText(/^26,\d{3} things happen in 60 minutes\.$/).waitFor();
  await page.getByRole('img', { name: /^The longest wait of each minute: up to / }).waitFor();
  assert.match(await card('Not thanked'), /\d+ of \d+/);
  assert.match(await card('Picture covered'), /\d+ %/);
  await done();
  await goTo(page, '/desk');
  assert.equal(await numbers(), before);
  await goTo(page, '/ready');
  await page.getByRole('listitem', { name: 'As it should be: Rehearsed today' }).waitFor();
});

test('the same crowd comes to the same, and another such crowd to something else', async () => {
  await goTo(page, '/rehearsal');
  const seen = async (): Promise<string> =>
    (await Promise.all(['Longest wait', 'Not thanked', 'Alerts a minute', 'Joined to another'].map(card))).join();
  await rehearse('A raid');
  const first = await seen();
  await rehearse('A raid');
  assert.equal(await seen(), first);
  await page.getByRole('button', { name: 'Another such crowd' }).tap();
  await until(seen, (now) => now !== first);
  await done();
});

test('an advice is taken by a tap, and then the crowd comes to what it said; undone by another, it is as before', async () => {
  await rehearse('A rush of gifts');
  const advice = page.getByRole('list', { name: 'Advice' }).getByRole('listitem').first();
  const figures = async (): Promise<string[]> => [
    /\n([\d:]+( s)?)\n/.exec(await card('Longest wait'))?.[1] ?? '',
    /(\d+) of/.exec(await card('Not thanked'))?.[1] ?? '',
  ];
  const before = await figures();
  const promises = await advice.innerText();
  const promised = [
    /Longest wait .* → ([\d:]+( s)?)/.exec(promises)?.[1],
    /Not thanked .* → (\d+)/.exec(promises)?.[1],
  ];
  assert.notDeepEqual(promised, before);
  await advice.getByRole('button', { name: 'Take this advice' }).tap();
  await until(figures, (now) => now.join() === promised.join());
  await page.getByRole('button', { name: 'Undo' }).tap();
  await rehearse('A rush of gifts');
  assert.deepEqual(await figures(), before);
});

test('a session of one’s own is the crowd: as it was, and four times as fast', async () => {
  await page.getByRole('radio', { name: /^A session of your own/ }).tap();
  const things = async (): Promise<string> => {
    await page.getByRole('button', { name: 'Rehearse', exact: true }).tap();
    await done();
    return (await page.getByText(/things happen in \d+ minutes?\./).innerText()).replace(/,/g, '');
  };
  const [, events, minutes] = /^(\d+) things happen in (\d+)/.exec(await things()) ?? [];
  assert.ok(Number(events) > 100 && Number(minutes) > 60, `${events} in ${minutes}`);
  await page.getByRole('radio', { name: 'Four times', exact: true }).first().tap();
  await until(things, (said) => Number(/in (\d+)/.exec(said)?.[1]) <= Number(minutes) / 4 + 1);
});

test('cancelled, it stops; without a feed there is nothing to rehearse, and it says so', async () => {
  await page.getByRole('radio', { name: 'A long evening' }).tap();
  await page.getByRole('radio', { name: 'Four times' }).first().tap();
  await page.getByRole('button', { name: 'Rehearse', exact: true }).tap();
  await page.getByRole('button', { name: 'Cancel' }).tap();
  await page.getByRole('button', { name: 'Rehearse', exact: true }).waitFor();
  const empty = await (await world.person()).newPage();
  await empty.goto('/feeds');
  for (let n = 0; n < 3; n += 1) {
    await empty
      .getByRole('button', { name: /^More for/ })
      .nth(n)
      .tap();
    await empty.getByRole('button', { name: 'Stop this feed' }).tap();
  }
  await goTo(empty, '/rehearsal');
  await empty.getByText('No feed of this show is on: nothing would come. Add one first.').waitFor();
  assert.equal(
    await empty.getByRole('button', { name: 'Rehearse', exact: true }).getAttribute('aria-disabled'),
    'true',
  );
});
