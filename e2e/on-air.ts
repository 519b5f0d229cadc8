import type { Locator, Page, Request } from 'playwright-core';
import { METER } from './meter';
import { addBrindle, goTo, outletAddress } from './person';
import { until, wordsOn, World } from './world';

/** A person with a phone and one feed, an outlet that is watched, and a way to act as the platform does. */
export interface OnAir {
  world: World;
  page: Page;
  outlet: Page;
  /** The outlet's address. */
  address: string;
  /** Does something on Brindle. */
  act: (body: Record<string, unknown>) => Promise<void>;
  /** The last cue of the list. */
  lastCue: () => Locator;
  change: (token: string | RegExp) => Promise<void>;
  /** Waits until what was edited is on the server. */
  published: () => Promise<void>;
}

/** Edits are gathered for 150 ms, and this is long enough for the last tap as well to have become one. */
const GATHERED_MS = 600;

/** Waits until a page has sent what was edited in it, and the server has answered. */
function publishedFrom(page: Page): () => Promise<void> {
  const open = new Set<Request>();
  let last = 0;
  const ended = (request: Request): void => {
    if (open.delete(request)) last = Date.now();
  };
  page.on('request', (request) => {
    if (request.method() === 'POST' && request.url().endsWith('/step')) open.add(request);
  });
  page.on('requestfinished', ended);
  page.on('requestfailed', ended);
  return async () => {
    const from = Date.now();
    await until(
      () => Promise.resolve(open.size === 0 && Date.now() - Math.max(from, last) >= GATHERED_MS),
      (quiet) => quiet,
    );
  };
}

/** What goes to the outlet's loudspeaker goes through a meter (meter.ts). */
export async function onAir(handle: string, { live }: { live: boolean }): Promise<OnAir> {
  const world = await World.open();
  const page = await (await world.person()).newPage();
  const published = publishedFrom(page);
  const act = (body: Record<string, unknown>): Promise<void> => world.brindle(handle, body);
  await goTo(page, '/feeds');
  await act({ act: 'open' });
  await addBrindle(page, handle);
  const address = await outletAddress(page);
  const outlet = await (await world.person({ viewport: { width: 540, height: 960 } })).newPage();
  await outlet.addInitScript({ content: METER });
  await outlet.goto(address);
  await until(
    () => wordsOn(outlet),
    (words) => words.includes('Gift goal'),
  );
  if (live) {
    await act({ act: 'live' });
    await page.getByRole('status', { name: /^Live/ }).waitFor();
  }
  const lastCue = (): Locator => page.getByRole('list').getByRole('listitem').last();
  return {
    world,
    page,
    outlet,
    address,
    act,
    lastCue,
    change: (token) => lastCue().getByRole('button', { name: token }).first().tap(),
    published,
  };
}
