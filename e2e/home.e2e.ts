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
