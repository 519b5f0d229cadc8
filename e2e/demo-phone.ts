import type { Page } from 'playwright-core';
import { World } from './world';

/** The demo as a phone has it on a first visit, with its three feeds waiting. */
export async function demoPhone(): Promise<{ world: World; page: Page }> {
  const world = await World.open({ demo: true });
  const page = await (await world.person()).newPage();
  await page.goto('/feeds');
  await page.getByText('Waiting for you to go live. Nothing to press.').nth(2).waitFor();
  return { world, page };
}
