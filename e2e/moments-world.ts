import { after, before } from 'node:test';
import type { Page } from 'playwright-core';
import { whenKind, type WhenKindName } from '@/core/engine/kinds';
import { onAir, type OnAir } from './on-air';
import { addPiece, closeSheet, goTo } from './person';
import { until, wordsOn, type World } from './world';
import { english } from '@/core/words/phrase';

/* A cue of each kind, made by touch; each is seen in an outlet when its moment comes, or, where no platform here sends it, when it is tried. */

export const HANDLE = 'odavarn.kiln';
export let world: World;
export let page: Page;
export let outlet: Page;
export let act: OnAir['act'];
export let lastCue: OnAir['lastCue'];
export let published: OnAir['published'];

before(async () => {
  ({ world, page, outlet, act, lastCue, published } = await onAir(HANDLE, { live: false }));
  // The cues that a new show begins with would speak as well.
  await goTo(page, '/cues');
  for (let left = await page.getByRole('listitem').count(); left > 0; left -= 1) {
    await page.getByRole('button', { name: 'More for this cue' }).first().tap();
    await page.getByRole('button', { name: 'Delete this cue' }).tap();
    await until(
      () => page.getByRole('listitem').count(),
      (count) => count === left - 1,
    );
  }
  await goTo(page, '/stage');
  // Each alert comes at once, in place of the one before.
  await page.getByRole('button', { name: 'Choose Spotlight' }).tap();
  await page.getByRole('button', { name: 'Edit Spotlight' }).tap();
  await page.getByRole('radio', { name: 'The newest at once' }).tap();
  await closeSheet(page);
  for (const kind of ['Countdown', 'Counter', 'Lantern', 'Draw reel']) {
    await addPiece(page, kind);
    await page.waitForTimeout(300);
  }
  await page.waitForTimeout(1200);
});
after(() => world.close());

/** Makes a cue for this moment, with words of its own by which it is known on the frame. */
export async function make(kind: WhenKindName, said: string): Promise<void> {
  if (!page.url().endsWith('/cues')) await page.getByRole('link', { name: 'Cues' }).tap();
  await page.getByRole('button', { name: 'New cue' }).tap();
  await page.getByRole('radio', { name: 'Choose what starts it' }).tap();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: english(whenKind({ kind }).title), exact: true })
    .tap();
  await lastCue()
    .getByRole('button', { name: /^Change “/ })
    .last()
    .tap();
  await page.getByLabel('Words on the frame').fill(said);
  await closeSheet(page);
}
export const set = async (token: string | RegExp, label: string, value: string): Promise<void> => {
  await lastCue().getByRole('button', { name: token }).first().tap();
  await page.getByRole('textbox', { name: label }).fill(value);
  await closeSheet(page);
};
export const seen = async (words: RegExp): Promise<void> =>
  void (await until(
    () => wordsOn(outlet),
    (now) => words.test(now),
  ));
/** The desk with what the server has told it: until then its tiles still move. */
export async function openDesk(): Promise<void> {
  await goTo(page, '/desk');
  await page.getByRole('status', { name: /^Live/ }).waitFor();
  await page.waitForTimeout(600);
}
export const tryIt = (): Promise<void> => lastCue().getByRole('button', { name: /^Try/ }).tap();
