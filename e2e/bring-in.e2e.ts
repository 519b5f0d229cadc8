import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { onAir, type OnAir } from './on-air';
import { goTo, outletAddress } from './person';
import { until, VIEWERS, wordsOn, type World } from './world';

/* A browser as an earlier version has left it: two shows, each by itself. The one that is not open comes into the home of the other, with all that is its. */

let world: World;
let page: Page;
let outlet: Page;
let act: OnAir['act'];
let address: string;
before(async () => {
  ({ world, page, act, outlet, address } = await onAir('old.times', { live: true }));
});
after(() => world.close());

/** Takes away what an earlier version did not keep of its shows. In plain JavaScript, as the page runs it. */
const AS_BEFORE = `(async () => {
  const done = (request) => new Promise((resolve, reject) => {
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error);
  });
  const kept = await done(indexedDB.open('gavirn'));
  const store = kept.transaction('entries', 'readwrite').objectStore('entries');
  const keys = (await done(store.getAllKeys())).filter((key) => /^(docs|device|edited)\\//.test(key));
  const index = JSON.parse(await done(store.get('index')));
  for (const show of index.shows) delete show.apart;
  await done(store.put(JSON.stringify(index), 'index'));
  for (const key of keys) await done(store.delete(key));
  return keys.length;
})()`;

test('its people, points, sessions and address are there, and it is one of the home’s shows', async () => {
  await goTo(page, '/points');
  await page.getByRole('radio', { name: 'Viewers earn points' }).tap();
  await page.getByText('They stay with a viewer').waitFor();
  await goTo(page, '/shows');
  await page.getByLabel('Name of this show').fill('Old show');
  await act({ act: 'gift', user: VIEWERS.hana, gift: 'glaze-pot' });
  const toPoints = async (): Promise<void> => {
    await goTo(page, '/people');
    await page.getByRole('button', { name: /^In the order of/ }).tap();
    await page.getByRole('radio', { name: 'Points' }).tap();
  };
  await toPoints();
  const points = async () => /[\d,]+ points/.exec(await page.getByRole('main').innerText())?.[0] ?? '';
  const had = await until(points, (now) => now !== '' && !now.startsWith('0 '));
  await act({ act: 'end' });
  await goTo(page, '/recap');
  const gifts = await page
    .getByRole('group', { name: /gifts?, \d+ coins/ })
    .first()
    .getAttribute('aria-label');
  assert.ok(gifts);
  await page.goto('/begin?show=own');
  await page.getByRole('button', { name: 'Skip the questions' }).tap();
  await page.getByRole('link', { name: 'Desk' }).waitFor();
  assert.ok(((await page.evaluate(AS_BEFORE)) as number) >= 2);
  await page.goto('/shows');
  await page.getByRole('button', { name: 'Put Old show on' }).waitFor();
  await page.getByText('By themselves in this browser').waitFor({ state: 'detached' });
  await toPoints();
  await until(points, (now) => now === had);
  await goTo(page, '/recap');
  await page.getByRole('group', { name: gifts }).first().waitFor();
  // The address that was pasted into a compositor carries the home's show now, and the old one once that is on.
  await until(
    () => wordsOn(outlet),
    (words) => words !== '',
  );
  await goTo(page, '/shows');
  await page.getByRole('button', { name: 'Put Old show on' }).tap();
  await act({ act: 'live' });
  await act({ act: 'gift', user: VIEWERS.layla, gift: 'ember' });
  await until(
    () => wordsOn(outlet),
    (words) => words.includes('Gift goal: 1 of 200'),
  );
  assert.notEqual(await outletAddress(page), address);
});

test('with a second reload nothing comes twice', async () => {
  await page.reload();
  await goTo(page, '/shows');
  await page.getByRole('button', { name: 'Put My show on' }).waitFor();
  assert.equal(await page.getByRole('main').getByRole('list').first().getByRole('listitem').count(), 2);
});
