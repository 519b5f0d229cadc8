import { after, before } from 'node:test';
import type { BrowserContext, Page } from 'playwright-core';
import { goTo, outletAddress } from './person';
import { until, wordsOn, World } from './world';

/* A person's phone, and the address of the outlet that a first show has. */

export let world: World;
export let me: BrowserContext;
export let page: Page;
export let address: string;
before(async () => {
  world = await World.open();
  me = await world.person();
  page = await me.newPage();
  await goTo(page, '/feeds');
  address = await outletAddress(page);
});
after(() => world.close());

export const openOutlet = async (): Promise<Page> => {
  const outlet = await (await world.person({ viewport: { width: 540, height: 960 } })).newPage();
  await outlet.goto(address);
  await until(
    () => wordsOn(outlet),
    (words) => words.includes('Gift goal'),
  );
  return outlet;
};
export const tryFollow = async (): Promise<void> => {
  await goTo(page, '/cues');
  await page.getByRole('listitem').filter({ hasText: 'anyone follows' }).getByRole('button', { name: /^Try/ }).tap();
};
