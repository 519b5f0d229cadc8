import { after, before } from 'node:test';
import type { BrowserContext, Page } from 'playwright-core';
import { goTo } from './person';
import { World } from './world';

/* Every way of adding a feed, on a phone; rules by tapping; every step that must be true failing, and then mended. */

export const HANDLE = 'odavarn.kiln';
export let world: World;
export let me: BrowserContext;
export let page: Page;
before(async () => {
  world = await World.open();
  me = await world.person({ permissions: ['clipboard-read', 'clipboard-write'] });
  page = await me.newPage();
  await goTo(page, '/feeds');
});
after(() => world.close());

export const addFeed = async (platform: string, on = page): Promise<void> => {
  await goTo(on, '/feeds');
  await on.getByRole('button', { name: 'Add a feed' }).tap();
  await on.getByRole('radio', { name: platform, exact: true }).tap();
};
export const addByHandle = async (platform: string, on = page): Promise<void> => {
  await addFeed(platform, on);
  await on.getByLabel(`Your handle on ${platform}`).fill(HANDLE);
  await on.getByRole('button', { name: 'Check' }).tap();
  await on.getByText(`Found ${HANDLE}`).waitFor();
  await on.getByRole('button', { name: 'Add this feed' }).tap();
};
export const step = (name: string) =>
  page.getByRole('list', { name: 'Steps' }).getByRole('listitem', { name: new RegExp(`^${name}:`) });
export const check = (): Promise<void> => page.getByRole('button', { name: 'Check again' }).tap();
export const post = (address: string, body: unknown, headers: Record<string, string> = {}): Promise<Response> =>
  fetch(address, { method: 'POST', body: typeof body === 'string' ? body : JSON.stringify(body), headers });
/** The feed's own address, as it is copied. */
export const ownAddress = async (): Promise<string> => {
  await page.getByRole('button', { name: 'Copy address' }).tap();
  await page.getByRole('button', { name: 'Copied' }).waitFor();
  return page.evaluate(() => navigator.clipboard.readText());
};
/** The page of one feed, from its card. */
export const details = (name: string): Promise<void> =>
  page
    .getByRole('group', { name: new RegExp(`^${name}, `) })
    .getByRole('button', { name: /Details$/ })
    .tap();
/** A line of one of the desk's lists. */
export const onDesk = async (words: string, list: 'Happened' | 'Chat' = 'Happened'): Promise<void> => {
  await goTo(page, '/desk');
  await page.getByRole('tab', { name: list }).tap();
  await page.getByRole('tabpanel').getByRole('listitem').filter({ hasText: words }).first().waitFor();
};
