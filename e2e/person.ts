import type { Locator, Page } from 'playwright-core';
import { english } from '@/core/words/phrase';
import { PLACES } from '@/ui/frame/five-places';
import { MORE_PLACES } from '@/ui/frame/more-places';
import type { PLACES as EVERY_PLACE } from './places';
import { until } from './world';

/* What a person does again and again. */

/**
 * Presses as this page is pressed: by a finger where it has a touch screen, else by a mouse. Never by a mouse on a touch screen: so soon after a
 * finger it is taken for the finger's own echo, and nothing happens.
 */
export const press = async (what: Locator): Promise<void> =>
  (await what.page().evaluate(() => navigator.maxTouchPoints > 0)) ? what.tap() : what.click();

export type Place = `/${(typeof EVERY_PLACE)[number] | 'feed/brindle'}`;

/**
 * Goes to a place of the app, in English, from wherever the page is: by the links of the app where it is open, which is also less work than to
 * load it anew. By the address where the app is not open, where a sheet lies over its links, and where one is there already.
 */
export async function goTo(page: Page, path: Place): Promise<void> {
  const { pathname, hash } = new URL(page.url());
  const places = [...PLACES, ...MORE_PLACES];
  const place = places.find((one) => one.path === path);
  if (!place || pathname === path || hash !== '' || !places.some((one) => one.path === pathname)) {
    await page.goto(path);
    return;
  }
  const name = english(place.name);
  const isOfFive = PLACES.some((one) => one.path === path);
  if (!isOfFive) await press(page.getByRole('button', { name: /more places/ }));
  // A place may have a link of its own to another one, below the sheet.
  const links = isOfFive ? page : page.getByRole('dialog');
  await press(links.getByRole('link', { name: new RegExp(`^${name}\\b`) }).first());
  await until(
    () => page.title(),
    (title) => title.startsWith(`${name} · `),
  );
}

/** Adds Brindle by its handle, from wherever the page is. */
export async function addBrindle(page: Page, handle: string): Promise<void> {
  await goTo(page, '/feeds');
  await press(page.getByRole('button', { name: 'Add a feed' }));
  await press(page.getByRole('radio', { name: 'Brindle' }));
  await page.getByLabel('Your handle on Brindle').fill(handle);
  await press(page.getByRole('button', { name: 'Check' }));
  await press(page.getByRole('button', { name: 'Add this feed' }));
  await page.getByText(/^(Waiting for you to go live|Connected)/).waitFor();
}

/** The outlet's address, as it stands on its card. */
export async function outletAddress(page: Page): Promise<string> {
  await goTo(page, '/outlets');
  return page.getByLabel('Address', { exact: true }).innerText();
}

/** Closes the sheet that is open, and waits until the browser has made the step back: a page that is left meanwhile makes it elsewhere. */
export async function closeSheet(page: Page): Promise<void> {
  const open = page.url();
  await press(page.getByRole('dialog').getByRole('button', { name: 'Close' }));
  await until(
    () => Promise.resolve(page.url()),
    (now) => now !== open,
  );
}

/** Opens a show's file, from Shows; beside the show that it is a file of, where there is one. */
export async function openShowFile(page: Page, show: object): Promise<void> {
  await goTo(page, '/shows');
  const shows = page.getByRole('main').getByRole('list').getByRole('listitem');
  await shows.first().waitFor();
  const before = await shows.count();
  await chooseFile(page, 'show.json', JSON.stringify(show));
  const asked = page.getByRole('button', { name: 'Open beside it' });
  await asked.or(shows.nth(before)).first().waitFor();
  if (await asked.isVisible()) await asked.tap();
  await shows.nth(before).waitFor();
}

/** Chooses a file where Shows asks for one. */
export async function chooseFile(page: Page, name: string, content: string): Promise<void> {
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Open a file' }).tap(),
  ]);
  await chooser.setFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
}

/** Adds a piece on the stage, by the name of its kind: its plain one, or ours that stands behind it in brackets. */
export async function addPiece(page: Page, kind: string): Promise<void> {
  await press(page.getByRole('button', { name: 'Add a piece' }).first());
  await press(page.getByRole('dialog').getByRole('button', { name: new RegExp(`^([^(]*\\()?${kind}\\)? `, 'i') }));
}

/** Puts a scene on the air, from the desk. */
export async function showScene(page: Page, name: string): Promise<void> {
  const tile = page.getByRole('group', { name: 'Scene on air' }).getByRole('button', { name: new RegExp(`^${name}`) });
  await press(tile);
  await until(
    () => tile.getAttribute('aria-pressed'),
    (on) => on === 'true',
  );
}
