import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { closeSheet, goTo } from './person';
import { loudestOf } from './meter';
import { onAir, type OnAir } from './on-air';
import { until, VIEWERS, wordsOn, type World } from './world';

/* Cues made by touch, seen and heard in an outlet. */

const HANDLE = 'odavarn.kiln';
let world: World;
let page: Page;
let outlet: Page;
let lastCue: OnAir['lastCue'];
let change: OnAir['change'];
let published: OnAir['published'];

before(async () => {
  ({ world, page, outlet, lastCue, change, published } = await onAir(HANDLE, { live: true }));
});
after(() => world.close());

const loudest = (): Promise<number> => loudestOf(outlet);
const newCue = async (how: 'Ready to use' | 'Choose what starts it', name: string | RegExp): Promise<void> => {
  await goTo(page, '/cues');
  await page.getByRole('button', { name: 'New cue' }).tap();
  await page.getByRole('radio', { name: how }).tap();
  await page.getByRole('button', { name }).tap();
};
const gift = (user: keyof typeof VIEWERS, name: string): Promise<void> =>
  world.brindle(HANDLE, { act: 'gift', user: VIEWERS[user], gift: name });

test('a certain gift: words in a spotlight, and a bell that is heard from the outlet', async () => {
  await newCue('Choose what starts it', 'Someone sends a gift');
  await change(/^Change any gift/);
  await page.getByRole('checkbox', { name: 'Glaze Pot' }).tap();
  await closeSheet(page);
  await change(/add a step$/);
  await page.getByRole('button', { name: 'Play a sound' }).tap();
  await page.getByRole('radio', { name: 'Hand bell' }).tap();
  await closeSheet(page);
  await change(/^Change “/);
  await page.getByLabel('Words on the frame').fill('{viewer} brings {count, plural, one {a pot} other {# pots}}');
  await page.getByRole('status').getByText('Inês brings 3 pots').waitFor();
  await closeSheet(page);
  await lastCue().getByText('Hand bell').waitFor();
  assert.equal(await loudest(), 0, 'nothing is heard before');
  await published();
  await gift('ines', 'glaze-pot');
  await until(
    () => wordsOn(outlet),
    (words) => words.includes('brings a pot'),
  );
  await until(
    () => outlet.getByLabel('Heard from here').innerText(),
    (text) => text === 'hand-bell',
  );
  // Levelled to −18 LUFS with a true peak under −1 dBTP: a hand bell's peak is near 0.9.
  const level = await until(loudest, (peak) => peak > 0.05);
  assert.ok(level < 0.9, `it does not startle: ${level}`);
});

test('a keyword in chat, once in a while and for moderators; who and how often stand in the sentence', async () => {
  await newCue('Choose what starts it', 'Someone writes in chat');
  await change('Change “!kiln”');
  await page.getByLabel('Text').fill('!cone');
  await closeSheet(page);
  await lastCue().getByRole('button', { name: 'More for this cue' }).tap();
  await page.getByRole('button', { name: 'How often' }).tap();
  await page.getByRole('textbox', { name: 'Times a session' }).fill('1');
  await closeSheet(page);
  await lastCue().getByText('once a session').waitFor();
  await change(/^Change “\{viewer\}/);
  await page.getByLabel('Words on the frame').fill('{viewer} asks: {message}');
  await closeSheet(page);
  await published();
  await world.brindle(HANDLE, { act: 'chat', user: VIEWERS.hana, text: '!CONE which one?' });
  await until(
    () => wordsOn(outlet),
    (words) => words.includes('asks: which one?'),
  );
  await world.brindle(HANDLE, { act: 'chat', user: VIEWERS.hana, text: '!cone and again?' });
  await page.waitForTimeout(1500);
  assert.doesNotMatch(await wordsOn(outlet), /and again/);
});

test('ready to use: gifts by size; each size has a cue and a name of its own', async () => {
  await newCue('Ready to use', /^Thank gifts by size/);
  for (const name of ['Small gifts', 'Medium gifts', 'Large gifts'])
    await page.getByText(name, { exact: true }).waitFor();
  await lastCue().getByText('of at least 1,000 coins').waitFor();
});

test('a button on the desk, alerts held back before the first of them, and what is cleared by hand is not said to have waited too long', async () => {
  await newCue('Ready to use', /^Applause at a press/);
  await goTo(page, '/desk');
  await page.getByRole('button', { name: 'Applause', exact: true }).tap();
  await until(
    () => wordsOn(outlet),
    (words) => words.includes('Applause'),
  );
  for (let n = 0; n < 3; n += 1) await page.getByRole('button', { name: 'Applause', exact: true }).tap();
  await page.getByRole('button', { name: /^Hold in/ }).tap();
  await page.getByText(/\d held/).waitFor();
  await page.getByRole('button', { name: /^Clear (?!all)/ }).tap();
  await page.getByText('Nothing waits').waitFor();
  assert.equal(await page.getByText('Not shown, since too much waited').count(), 0);
  // With nothing on the air and nothing waiting it is still held: the next one waits.
  await page.getByText('Nothing on air').waitFor();
  await page.getByRole('button', { name: 'Applause', exact: true }).tap();
  await page.getByText('1 held').waitFor();
  await page.getByRole('button', { name: /^Go on in/ }).tap();
  await until(
    () => wordsOn(outlet),
    (words) => words.includes('Applause'),
  );
  await page.getByText('Nothing waits').waitFor();
});

test('a cue that calls itself in the end says so; a step that is taken out is gone', async () => {
  await newCue('Choose what starts it', 'Someone shares the broadcast');
  const named = async (name: string): Promise<void> => {
    await lastCue().getByRole('button', { name: 'More for this cue' }).tap();
    await page.getByLabel('Its name, for you').fill(name);
  };
  await named('Round and round');
  await page.getByRole('dialog').getByRole('button', { name: 'Add a step' }).tap();
  await page.getByRole('button', { name: 'Do another cue’s steps' }).tap();
  await page.getByRole('radio', { name: 'Round and round' }).tap();
  await closeSheet(page);
  await lastCue().getByText('It calls itself in the end').waitFor();
  await lastCue().getByRole('button', { name: 'More for this cue' }).tap();
  await page.getByRole('button', { name: /^Take out: do the steps/ }).tap();
  await closeSheet(page);
  assert.equal(await lastCue().getByText('It calls itself in the end').count(), 0);
});

test('a streak counts up while it is on the air', async () => {
  await goTo(page, '/cues');
  const step = (step: number, count: number, done: boolean): Promise<void> =>
    world.brindle(HANDLE, {
      act: 'gift',
      user: VIEWERS.layla,
      gift: 'slip-splash',
      streak: { key: 'st', count, step, done },
    });
  await until(
    () => wordsOn(outlet),
    (words) => !/sent|brings|Applause/.test(words),
  );
  await step(1, 2, false);
  await until(
    () => wordsOn(outlet),
    (words) => /sent 2 Slip Splash/.test(words),
  );
  await step(2, 5, true);
  await until(
    () => wordsOn(outlet),
    (words) => /sent 5 Slip Splash/.test(words),
  );
});
