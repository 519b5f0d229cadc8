import assert from 'node:assert/strict';
import { createHash } from 'node:crypto';
import { after, before, test } from 'node:test';
import { createCanvas } from '@napi-rs/canvas';
import type { Locator, Page } from 'playwright-core';
import { starterShow } from '@/core/show/starter';
import { onAir, type OnAir } from './on-air';
import { addBrindle, addPiece, closeSheet, goTo, openShowFile } from './person';
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
const openOutlet = async (script = '', address = air.address): Promise<Page> => {
  const own = await (await air.world.person({ viewport: { width: 540, height: 960 } })).newPage();
  await own.addInitScript({ content: script });
  await own.goto(address);
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
  await goTo(page, '/outlets');
  await page.getByRole('button', { name: 'Add an outlet' }).tap();
  await page.getByLabel('Address', { exact: true }).nth(1).waitFor();
  await ready();
  await line(/was never opened/)
    .getByRole('button', { name: 'How to paste' })
    .tap();
  const other = await openOutlet('', await page.getByLabel('Address', { exact: true }).nth(1).innerText());
  await ready();
  await gone('was never opened');
  await other.context().close();
  await line(/is not open just now/).waitFor();
  await goTo(page, '/outlets');
  await page
    .getByRole('button', { name: /^What it carries/ })
    .last()
    .tap();
  await page.getByRole('button', { name: 'Delete this outlet' }).tap();
  await page.getByRole('button', { name: 'Delete it' }).tap();
  await ready();
  await gone('is not open just now');
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

test('a broadcast that is not public is told until it is; a handle that nobody has any more leads to its feed', async () => {
  await air.act({ act: 'public', on: false });
  const step = line(`Brindle, ${HANDLE}: Broadcast is not as it should be`).filter({ hasText: 'is not public' });
  await step.getByRole('button', { name: 'Look at it' }).tap();
  await page.waitForURL(/\/feed\//);
  await air.act({ act: 'public', on: true });
  await ready();
  await gone('Broadcast is not as it should be');
  await air.act({ act: 'gone' });
  await line(`Brindle, ${HANDLE}: not found`).getByRole('button', { name: 'Look at it' }).tap();
  await page.getByText('Cannot find this handle.').first().waitFor();
  await air.act({ act: 'open' });
  await goTo(page, '/feeds');
  await page.getByRole('button', { name: /^More for/ }).tap();
  await page.getByRole('button', { name: 'Stop this feed' }).tap();
  await ready();
  await line('is stopped').getByRole('button', { name: 'Start it' }).tap();
  await line(`Brindle, ${HANDLE}: waiting`).waitFor();
});

test('a file that is nowhere is told by name, and brought where that leads to', async () => {
  const bytes = createCanvas(64, 48).toBuffer('image/png');
  const id = createHash('sha256').update(bytes).digest('hex');
  const facts = { type: 'image/png', bytes: bytes.length, width: 64, height: 48, seconds: 0, frames: [], lufs: null };
  const file = { id, name: 'Lost pot', ...facts, cut: { from: 0, until: null, fadeIn: 0, fadeOut: 0 } };
  await goTo(page, '/shows');
  const name = await page.getByLabel('Name of this show').inputValue();
  await openShowFile(page, { ...starterShow('another'), name: 'With a file', media: [file] });
  await ready();
  const missing = line('1 file is missing').filter({ hasText: 'Lost pot' });
  await missing.getByRole('button', { name: 'Look at them' }).tap();
  await page.getByRole('group', { name: 'Missing files' }).getByText('Lost pot').waitFor();
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Add files' }).tap(),
  ]);
  await chooser.setFiles({ name: 'pot.png', mimeType: 'image/png', buffer: bytes });
  await page.getByRole('group', { name: 'Missing files' }).waitFor({ state: 'detached' });
  await ready();
  await gone('is missing');
  await goTo(page, '/shows');
  await page.getByRole('button', { name: `Put ${name} on`, exact: true }).tap();
  await until(
    () => page.getByLabel('Name of this show').inputValue(),
    (on) => on === name,
  );
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
  outlet = await openOutlet(`AnalyserNode.prototype.getFloatTimeDomainData = () => undefined;`);
  await line('Nothing was played').getByRole('button').tap();
  await line('What “Everything” played last was silent').waitFor();
  await outlet.context().close();
  outlet = await openOutlet();
  await gone('was silent');
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

test('whoever begins is told what to do first: a feed, and cues that are on', async () => {
  const own = await (await air.world.person()).newPage();
  await own.goto('/ready');
  const first = own
    .getByRole('list', { name: 'Checks' })
    .getByRole('listitem', { name: 'First: No feed is connected' });
  await first.getByRole('button', { name: 'Add a feed' }).tap();
  await addBrindle(own, HANDLE);
  await openShowFile(own, { ...starterShow('none'), cues: [] });
  await goTo(own, '/ready');
  await first.waitFor({ state: 'detached' });
  await own
    .getByRole('listitem', { name: 'Worth knowing: No cue is on' })
    .getByRole('button', { name: 'Make one' })
    .tap();
  await own.waitForURL(/\/cues/);
  await own.getByRole('button', { name: 'New cue' }).first().tap();
  await own.getByRole('button', { name: /^Applause at a press/ }).tap();
  await goTo(own, '/ready');
  await own.getByRole('listitem', { name: 'As it should be: Every cue can fire' }).waitFor();
});
