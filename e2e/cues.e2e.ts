import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { BrowserContext, Page } from 'playwright-core';
import { addBrindle, closeSheet, outletAddress } from './person';
import { until, VIEWERS, wordsOn, World } from './world';

/* Cues made by touch, seen and heard in an outlet. */

/** As text: it runs in the page, and must not be touched by whatever runs these tests. */
const METER = `
  const connect = AudioNode.prototype.connect;
  const meters = [];
  AudioNode.prototype.connect = function (to) {
    if (!(to instanceof AudioDestinationNode)) return connect.apply(this, arguments);
    const meter = this.context.createAnalyser();
    meter.fftSize = 32768;
    meters.push(meter);
    connect.call(this, meter);
    return connect.call(meter, to);
  };
  window.loudest = () => Math.max(0, ...meters.map((meter) => {
    const samples = new Float32Array(meter.fftSize);
    meter.getFloatTimeDomainData(samples);
    return samples.reduce((peak, sample) => Math.max(peak, Math.abs(sample)), 0);
  }));
`;

const HANDLE = 'odavarn.kiln';
let world: World;
let me: BrowserContext;
let page: Page;
let outlet: Page;

before(async () => {
  world = await World.open();
  me = await world.person();
  page = await me.newPage();
  await page.goto('/');
  await world.brindle(HANDLE, { act: 'open' });
  await addBrindle(page, HANDLE);
  const address = await outletAddress(page);
  outlet = await (await world.person({ viewport: { width: 540, height: 960 } })).newPage();
  // Whatever the page sends to its loudspeaker goes through a meter: the highest level since it was last asked.
  await outlet.addInitScript({ content: METER });
  await outlet.goto(address);
  await until(() => wordsOn(outlet), (words) => words.includes('Gift goal'));
  await world.brindle(HANDLE, { act: 'live' });
  await page.getByRole('status', { name: /^Live/ }).waitFor();
});
after(() => world.close());

const loudest = (): Promise<number> => outlet.evaluate(() => (window as unknown as { loudest: () => number }).loudest());
/** The server has a change within a second. */
const published = (): Promise<void> => page.waitForTimeout(1200);
const lastCue = () => page.getByRole('list').getByRole('listitem').last();
const newCue = async (how: 'Ready to use' | 'Any moment', name: string | RegExp): Promise<void> => {
  await page.goto('/cues');
  await page.getByRole('button', { name: 'New cue' }).tap();
  await page.getByRole('radio', { name: how }).tap();
  await page.getByRole('button', { name }).tap();
};
const change = async (token: string | RegExp): Promise<void> => lastCue().getByRole('button', { name: token }).tap();
const gift = (user: keyof typeof VIEWERS, name: string): Promise<void> => world.brindle(HANDLE, { act: 'gift', user: VIEWERS[user], gift: name });

test('a certain gift: words in a spotlight, and a bell that is heard from the outlet', { timeout: 90_000 }, async () => {
  await newCue('Any moment', 'Someone sends a gift');
  await change('Change any gift');
  await page.getByRole('checkbox', { name: 'Glaze Pot' }).tap();
  await closeSheet(page);
  await lastCue().getByRole('button', { name: 'More for this cue' }).tap();
  await page.getByRole('button', { name: 'Play a sound' }).tap();
  await closeSheet(page);
  await change('Change Wood block');
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
  await until(() => wordsOn(outlet), (words) => words.includes('brings a pot'), 20_000);
  await until(() => outlet.getByLabel('Heard from here').innerText(), (text) => text === 'hand-bell');
  // Levelled to −18 LUFS with a true peak under −1 dBTP: a hand bell's peak is near 0.9.
  const level = await until(loudest, (peak) => peak > 0.05);
  assert.ok(level < 0.9, `it does not startle: ${level}`);
});

test('a keyword in chat, once in a while and for moderators; who and how often stand in the sentence', { timeout: 60_000 }, async () => {
  await newCue('Any moment', 'Someone writes in chat');
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
  await until(() => wordsOn(outlet), (words) => words.includes('asks: which one?'), 20_000);
  await world.brindle(HANDLE, { act: 'chat', user: VIEWERS.hana, text: '!cone and again?' });
  await page.waitForTimeout(1500);
  assert.doesNotMatch(await wordsOn(outlet), /and again/);
});

test('ready to use: gifts by size; each size has a cue and a name of its own', async () => {
  await newCue('Ready to use', /^Thank gifts by size/);
  for (const name of ['Small gifts', 'Middle gifts', 'Large gifts']) await page.getByText(name, { exact: true }).waitFor();
  await lastCue().getByText('of at least 1,000 coins').waitFor();
});

test('a button on the desk, held back alerts, and what is cleared becomes a line', { timeout: 60_000 }, async () => {
  await newCue('Ready to use', /^Applause at a press/);
  await page.goto('/desk');
  await page.getByRole('button', { name: 'Applause', exact: true }).tap();
  await until(() => wordsOn(outlet), (words) => words.includes('Applause'), 20_000);
  for (let n = 0; n < 3; n += 1) await page.getByRole('button', { name: 'Applause', exact: true }).tap();
  await page.getByRole('button', { name: /^Hold in/ }).tap();
  await page.getByText(/\d held/).waitFor();
  await page.getByRole('button', { name: /^Clear/ }).tap();
  await page.getByText('Not shown, since too much waited').first().waitFor();
  await page.getByRole('button', { name: /^Go on in/ }).tap();
  await page.getByText('Nothing waits').waitFor();
});

test('a cue that calls itself in the end says so; a step that is taken out is gone', { timeout: 60_000 }, async () => {
  await newCue('Any moment', 'Someone shares the broadcast');
  const named = async (name: string): Promise<void> => {
    await lastCue().getByRole('button', { name: 'More for this cue' }).tap();
    await page.getByLabel('Its name, for you').fill(name);
  };
  await named('Round and round');
  await page.getByRole('button', { name: 'Do another cue’s steps' }).tap();
  await closeSheet(page);
  await change(/^Change cue 1$/);
  await page.getByRole('radio', { name: 'Round and round' }).tap();
  await closeSheet(page);
  await lastCue().getByText('It calls itself in the end').waitFor();
  await lastCue().getByRole('button', { name: 'More for this cue' }).tap();
  await page.getByRole('button', { name: /^Take out: do the steps/ }).tap();
  await closeSheet(page);
  assert.equal(await lastCue().getByText('It calls itself in the end').count(), 0);
});

test('a streak counts up while it is on the air', { timeout: 60_000 }, async () => {
  await page.goto('/cues');
  const step = (step: number, count: number, done: boolean): Promise<void> => world.brindle(HANDLE, { act: 'gift', user: VIEWERS.layla, gift: 'slip-splash', streak: { key: 'st', count, step, done } });
  await until(() => wordsOn(outlet), (words) => !/sent|brings|Applause/.test(words), 30_000);
  await step(1, 2, false);
  await until(() => wordsOn(outlet), (words) => /sent 2 Slip Splash/.test(words), 20_000);
  await step(2, 5, true);
  await until(() => wordsOn(outlet), (words) => /sent 5 Slip Splash/.test(words), 20_000);
});
