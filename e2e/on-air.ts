import type { Locator, Page } from 'playwright-core';
import { METER } from './meter';
import { addBrindle, outletAddress } from './person';
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
  /** Edits are gathered for 150 ms, and are on the server soon after. */
  published: () => Promise<void>;
}

/** What goes to the outlet's loudspeaker goes through a meter (meter.ts). */
export async function onAir(handle: string, { live }: { live: boolean }): Promise<OnAir> {
  const world = await World.open();
  const page = await (await world.person()).newPage();
  const act = (body: Record<string, unknown>): Promise<void> => world.brindle(handle, body);
  await page.goto('/');
  await act({ act: 'open' });
  await addBrindle(page, handle);
  const address = await outletAddress(page);
  const outlet = await (await world.person({ viewport: { width: 540, height: 960 } })).newPage();
  await outlet.addInitScript({ content: METER });
  await outlet.goto(address);
  await until(() => wordsOn(outlet), (words) => words.includes('Gift goal'));
  if (live) {
    await act({ act: 'live' });
    await page.getByRole('status', { name: /^Live/ }).waitFor();
  }
  const lastCue = (): Locator => page.getByRole('list').getByRole('listitem').last();
  return { world, page, outlet, address, act, lastCue, change: (token) => lastCue().getByRole('button', { name: token }).first().tap(), published: () => page.waitForTimeout(800) };
}
