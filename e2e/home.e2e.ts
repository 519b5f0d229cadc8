import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { onAir, type OnAir } from './on-air';
import { ownTime } from './own-time';
import { goTo, outletAddress } from './person';
import { until, VIEWERS, wordsOn, type World } from './world';

/* A home with several shows: another is put on in the midst of a session, and everything else goes on. */

const HANDLE = 'home.and.away';
let world: World;
let page: Page;
let outlet: Page;
let act: OnAir['act'];
let address: string;
before(async () => {
  ({ world, page, act, outlet, address } = await onAir(HANDLE, { live: true }));
  await act({ act: 'gift', user: VIEWERS.hana, gift: 'glaze-pot' });
});
after(() => world.close());

const on = (name: string) => page.getByRole('main').getByRole('button', { name: `Put ${name} on` });
const name = () => page.getByLabel('Name of this show');
/** What is on the frame, once it is as is wanted; at no time may it be empty. */
async function frame(wanted: (words: string) => boolean): Promise<string> {
  return until(
    async () => {
      const words = await wordsOn(outlet);
      assert.notEqual(words, '', 'the frame is blank');
      return words;
    },
    (words) => wanted(words),
  );
}

test('a copy stands beside the show, and is on at once: same feeds, same address', async () => {
  await goTo(page, '/shows');
  await name().fill('Weekday');
  await page.getByRole('button', { name: 'Make a copy' }).tap();
  await on('Weekday').waitFor();
  await name().fill('Weekend');
  assert.equal(await outletAddress(page), address);
  await goTo(page, '/numbers');
  await page
    .getByRole('button', { name: /^Gift goal/ })
    .first()
    .tap();
  await page.getByRole('dialog').getByLabel('Words on the goal').fill('Kiln fund');
  await frame((words) => words.includes('Kiln fund'));
});

test('as a session begins it is asked which show it is, where that is wanted; the answer is asked for once', async () => {
  await goTo(page, '/shows');
  await page.getByRole('radio', { name: 'Ask me on the desk' }).tap();
  await goTo(page, '/desk');
  // The broadcast is back at once, and its session goes on: another one is begun by hand.
  await act({ act: 'end' });
  await page.getByRole('status', { name: /^Live/ }).waitFor({ state: 'detached' });
  await act({ act: 'live' });
  await page.getByRole('button', { name: 'Start a new one' }).tap();
  const asked = page.getByRole('status').filter({ hasText: 'Which show is it?' });
  await asked.getByRole('button', { name: 'Put Weekday on' }).waitFor();
  await asked.getByRole('button', { name: 'Keep Weekend' }).tap();
  await asked.waitFor({ state: 'detached' });
  await act({ act: 'gift', user: VIEWERS.hana, gift: 'glaze-pot' });
  await page.reload();
  await page.getByRole('status', { name: /^Live/ }).waitFor();
  assert.equal(await asked.count(), 0);
});

test('a show’s times: its days and its hour are kept, a wrong hour is said, and what was removed comes back', async () => {
  await goTo(page, '/shows');
  await page.getByRole('button', { name: 'Add a time' }).tap();
  const slot = page.getByRole('group', { name: /^Weekend at/ });
  await slot.getByRole('checkbox', { name: 'Sunday' }).tap();
  const time = slot.getByRole('textbox', { name: 'Time' });
  await time.fill('25:00');
  await slot.getByText('A time is expected, as 19:30.').waitFor();
  await time.fill('20:45');
  await page.reload();
  await page.getByRole('group', { name: 'Weekend at 20:45' }).waitFor();
  assert.equal(await slot.getByRole('checkbox', { name: 'Sunday' }).isChecked(), false);
  assert.equal(await slot.getByRole('checkbox', { name: 'Saturday' }).isChecked(), true);
  await slot.getByRole('button', { name: 'Remove Weekend at 20:45' }).tap();
  await slot.waitFor({ state: 'detached' });
  await page.getByRole('button', { name: 'Undo' }).tap();
  await slot.waitFor();
});

test('twice in mid-session: under a second each, no frame blank, the session and its numbers go on', async () => {
  await goTo(page, '/shows');
  // What it shows is said in words once a second.
  let passed = ownTime();
  await on('Weekday').tap();
  await frame((words) => words.includes('Gift goal') && !words.includes('Kiln fund'));
  assert.ok(passed() < 2000, `on after ${passed()} ms`);
  await page.getByRole('status', { name: /^Live/ }).waitFor();
  await act({ act: 'gift', user: VIEWERS.layla, gift: 'ember' });
  passed = ownTime();
  await on('Weekend').tap();
  await frame((words) => words.includes('Kiln fund'));
  assert.ok(passed() < 2000, `on after ${passed()} ms`);
  await goTo(page, '/recap');
  // One gift before, one between: one session has both.
  await page
    .getByRole('group', { name: /2 gifts, 51 coins/ })
    .first()
    .waitFor();
});

test('another show can begin a session of its own', async () => {
  await goTo(page, '/shows');
  await on('Weekday').tap();
  const said = page.getByRole('status').filter({ hasText: '“Weekday” is on, and the session goes on.' });
  await said.getByRole('button', { name: 'Start a new one' }).tap();
  await goTo(page, '/desk');
  await page.getByText(/^A new session has begun\./).waitFor();
  await goTo(page, '/shows');
  await on('Weekend').tap();
});

test('what was changed in one can be undone there, and not in the other', async () => {
  await goTo(page, '/shows');
  await on('Weekday').tap();
  await until(
    () => name().inputValue(),
    (value) => value === 'Weekday',
  );
  await goTo(page, '/stage');
  await page.getByRole('button', { name: 'Undo' }).tap();
  await goTo(page, '/shows');
  // Its own name, which was given last, is taken back; the other one's goal is as it was.
  await until(
    () => name().inputValue(),
    (value) => value !== 'Weekday',
  );
  await on('Weekend').tap();
  await frame((words) => words.includes('Kiln fund'));
});

test('a reload finds the same shows, and the last that is deleted leaves another on', async () => {
  await page.reload();
  await until(
    () => name().inputValue(),
    (value) => value === 'Weekend',
  );
  await page.getByRole('button', { name: 'Delete', exact: true }).tap();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete', exact: true }).tap();
  await frame((words) => words.includes('Gift goal'));
  await until(
    () => page.getByRole('main').getByRole('list').first().getByRole('listitem').count(),
    (n) => n === 1,
  );
  assert.equal(await outletAddress(page), address);
});
