import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { demoPhone } from './demo-phone';
import { goTo, outletAddress } from './person';
import { until, wordsOn, type World } from './world';

/* A rehearsal at once: a crowd through the demo show, what it comes to, an advice taken and taken back. The same crowd on the outlets. */

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
  await page.getByRole('radio', { name: 'Four times', exact: true }).tap();
  await until(things, (said) => Number(/in (\d+)/.exec(said)?.[1]) <= Number(minutes) / 4 + 1);
});

test('cancelled, it stops; without a feed there is nothing to rehearse, and it says so', async () => {
  await page.getByRole('radio', { name: 'A long evening' }).tap();
  const many = page.getByRole('slider', { name: 'How many' });
  await many.press('End');
  assert.equal(await many.getAttribute('aria-valuetext'), '× 4.0');
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

test('a slider by thumb: to its left end a quarter comes, and a tap near its middle brings it back', async () => {
  const many = page.getByRole('slider', { name: 'How many' });
  const box = async () => (await many.boundingBox()) ?? assert.fail('There is no thumb.');
  const { y, height, x } = await box();
  await page.touchscreen.tap(30, y + height / 2);
  await until(
    () => many.getAttribute('aria-valuetext'),
    (said) => /^× 0\.\d+$/.test(said ?? ''),
  );
  assert.ok((await box()).x < x);
  await page.touchscreen.tap(195, y + height / 2);
  await until(
    () => many.getAttribute('aria-valuetext'),
    (said) => said === 'As it is',
  );
});

test('a session of one’s own on the outlets: it begins where most of it happened, eight times as fast', async () => {
  await page.getByRole('radio', { name: /^A session of your own/ }).tap();
  await page.getByRole('radio', { name: 'Eight times', exact: true }).tap();
  await page.getByRole('button', { name: 'Rehearse on the outlets' }).tap();
  const line = page.getByRole('region', { name: 'Rehearsal' });
  await line.getByText(/, \d+:\d\d left$/).waitFor();
  await goTo(page, '/desk');
  await page.getByRole('tab', { name: 'Happened' }).tap();
  await page.getByRole('list', { name: 'What just happened, newest first' }).getByRole('listitem').nth(2).waitFor();
  await line.getByRole('button', { name: 'End the rehearsal' }).tap();
  await line.waitFor({ state: 'detached' });
  await page.getByRole('tab', { name: 'Chat' }).tap();
});

test('on the outlets: seen there and on the desk, marked on every other place; ended, all is as it was', async () => {
  const outlet = await (await world.person({ viewport: { width: 540, height: 960 } })).newPage();
  await outlet.goto(await outletAddress(page));
  const before = await until(
    () => wordsOn(outlet),
    (words) => words !== '',
  );
  await goTo(page, '/recap');
  const sessions = await page.getByRole('main').innerText();
  await goTo(page, '/rehearsal');
  await page.getByRole('radio', { name: 'A rush of gifts' }).tap();
  await page.getByRole('slider', { name: 'How generous' }).press('End');
  await page.getByRole('button', { name: 'Rehearse on the outlets' }).tap();
  const line = page.getByRole('region', { name: 'Rehearsal' });
  await line.getByText(/^Rehearsal: A rush of gifts, \d+:\d\d left$/).waitFor();
  await until(
    () => wordsOn(outlet),
    (words) => / sent /.test(words),
  );
  // Nothing there says that it is made up: what viewers will see is what is rehearsed.
  assert.doesNotMatch(await wordsOn(outlet), /rehears/i);
  await page.getByRole('button', { name: 'To the desk' }).tap();
  await page.getByRole('list', { name: 'Chat' }).getByRole('listitem').nth(3).waitFor();
  await page
    .getByRole('tab', { name: /^To thank \d/ })
    .or(page.getByRole('radio', { name: /^To thank \d/ }))
    .waitFor();
  await goTo(page, '/ready');
  await page.getByRole('listitem', { name: 'First: Your outlets show a rehearsal' }).waitFor();
  await line.getByRole('button', { name: 'End the rehearsal' }).tap();
  await line.waitFor({ state: 'detached' });
  await page.getByRole('listitem', { name: 'First: Your outlets show a rehearsal' }).waitFor({ state: 'detached' });
  assert.equal(
    await until(
      () => wordsOn(outlet),
      (words) => words === before,
    ),
    before,
  );
  await goTo(page, '/desk');
  await page.getByText('What viewers write stands here as soon as you are live.').waitFor();
  await goTo(page, '/recap');
  assert.equal(await page.getByRole('main').innerText(), sessions);
});

test('it ends at once as a platform goes live, and what comes from then on is real', async () => {
  await goTo(page, '/rehearsal');
  await page.getByRole('radio', { name: 'A rush of gifts' }).tap();
  await page.getByRole('button', { name: 'Rehearse on the outlets' }).tap();
  const line = page.getByRole('region', { name: 'Rehearsal' });
  await line.waitFor();
  await world.brindle('odavarn.kiln', { act: 'live' });
  await line.waitFor({ state: 'detached' });
  await page.getByRole('status', { name: /^Live since/ }).waitFor();
  await page.getByText('You are live: nothing is rehearsed on the outlets now.').waitFor();
  const user = { uid: 'u1', handle: 'ines.barro', nickname: 'Inês', badges: [] };
  await world.brindle('odavarn.kiln', { act: 'chat', user, text: 'In earnest' });
  await goTo(page, '/desk');
  const lines = page.getByRole('list', { name: 'Chat' }).getByRole('listitem');
  await lines.filter({ hasText: 'In earnest' }).waitFor();
  assert.equal(await lines.count(), 1);
});
