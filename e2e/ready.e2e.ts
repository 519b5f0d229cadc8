import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Locator, Page } from 'playwright-core';
import { onAir, type OnAir } from './on-air';
import { addPiece, closeSheet, goTo } from './person';
import { until, VIEWERS } from './world';

/* The ready check: each thing is broken, is seen there, is put right by its tap, and is gone. */

const HANDLE = 'kiln.ready';
let air: OnAir;
let page: Page;
let outlet: Page;
before(async () => {
  air = await onAir(HANDLE, { live: false });
  ({ page, outlet } = air);
});
after(() => air.world.close());

const line = (says: string | RegExp): Locator =>
  page.getByRole('list', { name: 'Checks' }).getByRole('listitem').filter({ hasText: says });
const gone = (says: string | RegExp): Promise<number> =>
  until(
    () => line(says).count(),
    (count) => count === 0,
  );
/** Opens the check by the session's button, which is on every screen. */
const ready = async (): Promise<void> => {
  await page.getByRole('button', { name: 'Ready check', exact: true }).tap();
  await page.getByRole('list', { name: 'Checks' }).getByRole('listitem').first().waitFor();
};
const openOutlet = async (script = ''): Promise<Page> => {
  const own = await (await air.world.person({ viewport: { width: 540, height: 960 } })).newPage();
  await own.addInitScript({ content: script });
  await own.goto(air.address);
  return own;
};

test('from any screen: with an outlet open and all in order it says so, and asks for no press', async () => {
  for (const place of ['/stage', '/recap'] as const) {
    await goTo(page, place);
    await ready();
  }
  await page.getByRole('heading', { name: 'Ready', exact: true }).waitFor();
  await page.getByText('Go live whenever you want: Gavirn connects by itself.').waitFor();
  await line(`Brindle, ${HANDLE}: waiting`).waitFor();
  await line('In Chrome').filter({ hasText: '540 × 960' }).waitFor();
});

test('no outlet open: the way to paste it; open twice, and too wide, it says where', async () => {
  await outlet.context().close();
  await page.getByRole('heading', { name: 'One thing first' }).waitFor();
  await line('No outlet is open').getByRole('button', { name: 'How to paste' }).tap();
  await page.getByRole('heading', { name: 'Outlets' }).waitFor();
  outlet = await openOutlet();
  await ready();
  await gone('No outlet is open');
  const second = await openOutlet();
  await line('“Everything” is open in 2 places').waitFor();
  await second.context().close();
  await gone('is open in 2 places');
  await outlet.setViewportSize({ width: 960, height: 540 });
  await line('The layer of “Everything” has other proportions than its frame').waitFor();
  await outlet.setViewportSize({ width: 540, height: 960 });
  await gone('other proportions');
});

test('a feed that is stopped is started by a tap; a clock that is off is told', async () => {
  await goTo(page, '/feeds');
  await page.getByRole('button', { name: /^More for/ }).tap();
  await page.getByRole('button', { name: 'Stop this feed' }).tap();
  await ready();
  await line(`Brindle, ${HANDLE} is stopped`).getByRole('button', { name: 'Start it' }).tap();
  await gone('is stopped');
  await air.act({ act: 'faults', skewMs: -240_000 });
  await air.act({ act: 'live' });
  await air.act({ act: 'follow', user: VIEWERS.ines });
  await line('its clock is 4 min off').waitFor();
  await air.act({ act: 'end' });
  await air.act({ act: 'faults', skewMs: 0 });
});

test('sound: from nowhere, never heard, heard by the outlet’s own meter; a browser that blocks it', async () => {
  await goTo(page, '/outlets');
  await page.getByRole('button', { name: 'Make it silent' }).tap();
  await goTo(page, '/cues');
  await page.getByRole('button', { name: 'New cue' }).tap();
  await page.getByRole('button', { name: /^Applause at a press/ }).tap();
  await ready();
  await line('No outlet sounds').getByRole('button', { name: 'Sound from “Everything”' }).tap();
  await line('Nothing was played from “Everything” yet').getByRole('button', { name: 'Play three bells there' }).tap();
  const heard = line('Sound comes out of “Everything”');
  await heard.waitFor();
  const [, peak = ''] = /(-?[\d.]+) dBFS/.exec(await heard.innerText()) ?? [];
  assert.ok(Number(peak) < 0 && Number(peak) > -40, `${peak} dBFS`);
  await outlet.context().close();
  outlet = await openOutlet(`Object.defineProperty(AudioContext.prototype, 'state', { get: () => 'suspended' });`);
  await until(
    () => line('Nothing was played').count(),
    (count) => count === 1,
  );
  await line('Nothing was played').getByRole('button').tap();
  await line('The browser of “Everything” is silent').waitFor();
  await outlet.context().close();
  outlet = await openOutlet();
  await gone('is silent');
});

test('another overlay that shows the same: the alert that would come twice is switched off by a tap, and back by another', async () => {
  await page.getByRole('checkbox', { name: 'Follows' }).tap();
  await line('would come twice').getByRole('button', { name: 'Switch it off' }).tap();
  await line('No alert comes twice').waitFor();
  await page.getByRole('button', { name: 'Undo' }).tap();
  await line('would come twice').waitFor();
  await page.getByRole('checkbox', { name: 'Follows' }).tap();
  await gone('would come twice');
});

test('a cue that cannot fire is switched off by a tap', async () => {
  await goTo(page, '/cues');
  await page.getByRole('button', { name: 'New cue' }).tap();
  // No feed of the show sends raids.
  await page.getByRole('button', { name: /raid/i }).first().tap();
  await ready();
  await line('It cannot fire.').getByRole('button', { name: 'Switch it off' }).tap();
  await gone('It cannot fire.');
});

test('what a feed cannot send yet is told, and leads to the feed', async () => {
  await air.world.act('oxbow', HANDLE, { act: 'open' });
  await goTo(page, '/feeds');
  await page.getByRole('button', { name: 'Add a feed' }).tap();
  await page.getByRole('radio', { name: 'Oxbow' }).tap();
  await page.getByLabel('Your handle on Oxbow').fill(HANDLE);
  await page.getByRole('button', { name: 'Check' }).tap();
  await page.getByRole('button', { name: 'Add this feed' }).tap();
  await page.getByRole('heading', { name: 'Oxbow' }).waitFor();
  await ready();
  await line(/^Oxbow, .* cannot send everything yet/)
    .getByRole('button', { name: 'Look at it' })
    .tap();
  await page.waitForURL(/\/feed\//);
});

test('a finding of the layout is mended from here', async () => {
  await goTo(page, '/stage');
  await page.getByTestId('piece-goal').dblclick();
  await page.getByRole('tab', { name: 'Place', exact: true }).tap();
  await page.getByRole('textbox', { name: /^Left/ }).fill('900');
  await page.getByRole('textbox', { name: /^Left/ }).press('Enter');
  await closeSheet(page);
  await ready();
  const finding = line(/Gift goal/).first();
  await finding.getByRole('button').tap();
  await gone(/Gift goal/);
});

test('a countdown at its end, and a goal that is reached, start again by a tap', async () => {
  await goTo(page, '/stage');
  await addPiece(page, 'Countdown');
  await page.getByTestId('piece-goal').dblclick();
  await page.getByRole('button', { name: /^When it is reached/ }).tap();
  await page.getByRole('radio', { name: 'Stay full' }).tap();
  await closeSheet(page);
  await goTo(page, '/desk');
  for (const [name, value] of [
    [/^Time left .*set it by hand/, '0:00'],
    [/^Gift goal .*set it by hand|^Goal .*set it by hand/, '100000'],
  ] as const) {
    await page.getByRole('button', { name }).tap();
    await page.getByLabel(/^Set it to/).fill(value);
    await page.getByRole('button', { name: 'Set it', exact: true }).tap();
    await closeSheet(page);
  }
  await ready();
  await line('Time left would end at once').getByRole('button', { name: 'Start it again' }).tap();
  await gone('would end at once');
  await line('is reached already').getByRole('button', { name: 'Start it again' }).tap();
  await gone('is reached already');
});

test('a device whose battery or room ends says so; a server that is away is said in place of it all', async () => {
  const own = await page.context().newPage();
  await own.addInitScript({
    content: `
      navigator.getBattery = async () => Object.assign(new EventTarget(), { charging: false, level: 0.2 });
      navigator.storage.estimate = async () => ({ quota: 1e8, usage: 4e7 });`,
  });
  await own.goto('/ready');
  await own.getByRole('listitem', { name: 'First: This device’s battery is at 20 %' }).waitFor();
  await own.getByRole('listitem', { name: 'Worth knowing: This browser has 60 MB of room left' }).waitFor();
  await own.close();
  await air.world.killServer();
  await page.getByRole('heading', { name: 'Not known just now' }).waitFor();
  await air.world.startServer();
  await page.getByRole('heading', { name: /Ready|first/ }).waitFor();
});
