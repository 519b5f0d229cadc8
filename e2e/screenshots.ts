import { mkdirSync } from 'node:fs';
import type { Page } from 'playwright-core';
import { addPiece, outletAddress } from './person';
import { VIEWERS, World } from './world';

/* Makes docs/screenshots/ anew from the demo: `node --import tsx e2e/screenshots.ts`, after a build. */

const FOLDER = 'docs/screenshots';
const HANDLE = 'odavarn.kiln';

/** Who goes through the app, and what they look at. */
interface Walk {
  world: World;
  page: Page;
  shot: (name: string, of?: Page) => Promise<Buffer>;
  go: (path: string) => Promise<void>;
}

async function main(): Promise<void> {
  mkdirSync(FOLDER, { recursive: true });
  const world = await World.open({ demo: true });
  try {
    const phone = await world.person({ colorScheme: 'dark' });
    const page = await phone.newPage();
    const walk: Walk = {
      world,
      page,
      shot: (name, of = page) => of.screenshot({ path: `${FOLDER}/${name}.png` }),
      go: async (path) => {
        await page.goto(path);
        await page.waitForTimeout(1800);
      },
    };
    await page.goto('/');
    await page.getByText('Waiting for you to go live. Nothing to press.').nth(2).waitFor();
    await walk.go('/recap');
    await walk.shot('recap');
    await devices(walk);
    const compositor = await layOver(walk, await outletAddress(page));
    const viewer = await phone.newPage();
    await viewer.goto('/standins/weir/watch');
    await crowd(walk);
    for (const path of ['feeds', 'cues', 'desk', 'outlets']) {
      await walk.go(`/${path}`);
      await walk.shot(path);
    }
    await walk.shot('compositor', compositor);
    await ready(walk);
    await cues(walk);
    await people(walk);
    await stage(walk);
    await begin(walk);
    await mapping(walk);
    await wide(walk);
    await gift(walk, viewer);
  } finally {
    await world.close();
  }
}

/** A laptop and a helper's tablet have the show too. */
async function devices({ world, page, shot, go }: Walk): Promise<void> {
  for (const [right, name] of [
    ['Everything', 'Studio laptop'],
    ['Desk', 'Helper’s tablet'],
  ] as const) {
    await go('/devices');
    await page.getByRole('button', { name: 'Add a device' }).tap();
    await page.getByRole('dialog').getByRole('radio', { name: right }).tap();
    await page.getByRole('button', { name: 'Make a code' }).tap();
    const code = await page.getByRole('dialog').getByLabel('Code', { exact: true }).innerText();
    const key = `${right}-screenshots-0123456789`;
    await fetch(`${world.address}/api/join`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ code, name, key }),
    });
    await page.getByRole('button', { name: 'Done' }).tap();
  }
  await go('/devices');
  await shot('devices');
}

async function layOver({ world }: Walk, address: string): Promise<Page> {
  const compositor = await (await world.wide()).newPage();
  await compositor.goto('/standins/weir');
  await compositor.getByLabel('Address').fill(address);
  await compositor.getByRole('button', { name: 'Lay it over' }).click();
  return compositor;
}

/** Long enough for the pulse to have its minute. */
async function crowd({ world, page }: Walk): Promise<void> {
  await world.brindle(HANDLE, { act: 'crowd', rate: 2, seed: 11 });
  for (const platform of ['oxbow', 'tarn'] as const)
    await world.act(platform, HANDLE, { act: 'crowd', rate: 0.6, seed: 5 });
  await page.waitForTimeout(62_000);
  for (const platform of ['brindle', 'oxbow', 'tarn'] as const)
    await world.act(platform, HANDLE, { act: 'crowd', rate: 0 });
  await page.waitForTimeout(1000);
}

/** What is to be put right, and what a rush would come to. */
async function ready({ page, shot, go }: Walk): Promise<void> {
  await go('/rehearsal');
  await page.getByRole('radio', { name: 'A rush of gifts' }).tap();
  await page.getByRole('button', { name: 'Rehearse', exact: true }).tap();
  await page.getByRole('list', { name: 'Advice' }).getByRole('listitem').first().waitFor();
  await page.getByRole('heading', { name: 'A rush of gifts' }).evaluate((heading) => heading.scrollIntoView());
  await page.waitForTimeout(500);
  await shot('rehearsal');
  await go('/ready');
  await page.waitForTimeout(1500);
  await shot('ready');
}

async function cues({ page, shot, go }: Walk): Promise<void> {
  await go('/cues');
  await page.getByRole('listitem').nth(1).getByRole('button', { name: 'More for this cue' }).tap();
  await page.waitForTimeout(600);
  await shot('cue');
}

async function people({ page, shot, go }: Walk): Promise<void> {
  await go('/people');
  await page.getByRole('button', { name: /^In the order of/ }).tap();
  await page.getByRole('radio', { name: 'Points', exact: true }).tap();
  await page.waitForTimeout(1200);
  await shot('people');
  await go('/points');
  await shot('points');
  await go('/feed/oxbow');
  await shot('feed');
}

/** The third of the four questions that make a show. */
async function begin({ page, shot, go }: Walk): Promise<void> {
  await go('/begin?show=new');
  await page.getByRole('button', { name: 'From a phone, upright' }).tap();
  await page.getByRole('radio', { name: 'Another one, or later' }).tap();
  await page.getByRole('button', { name: 'Next: what viewers see' }).tap();
  await page.getByRole('checkbox', { name: 'Newest follower' }).tap();
  await page.waitForTimeout(1500);
  await shot('begin');
}

async function stage({ page, shot, go }: Walk): Promise<void> {
  await go('/stage');
  await page.getByRole('button', { name: 'Choose Tonight’s glazers' }).tap();
  await shot('stage');
}

async function mapping({ page, shot }: Walk): Promise<void> {
  await page.goto('/feeds');
  await page.getByRole('button', { name: 'Add a feed' }).tap();
  await page.getByRole('radio', { name: 'Any other', exact: true }).tap();
  await page.getByLabel('What you call it').fill('Lantern Live');
  await page.getByRole('button', { name: 'Add this feed' }).tap();
  await page
    .getByLabel('A sample message (JSON)')
    .fill(
      '{"event":"present","message":{"ref":"x-81","from":{"nick":"山田 はな","user_id":77},"item":{"title":"Paper Boat","price":25},"qty":3}}',
    );
  await page.getByRole('button', { name: 'New rule' }).tap();
  await page.getByRole('radio', { name: 'Gifts' }).tap();
  await page.waitForTimeout(600);
  await shot('mapping');
  for (const value of ['title', 'nick'])
    await page
      .getByRole('dialog')
      .getByRole('button', { name: new RegExp(`^${value}`) })
      .tap();
}

async function wide({ world, shot }: Walk): Promise<void> {
  const page = await (await world.wide()).newPage();
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.goto('/cues');
  await page.waitForTimeout(4500);
  await shot('wide', page);
  await page.emulateMedia({ colorScheme: 'light' });
  await page.goto('/stage');
  await page.waitForTimeout(1500);
  await addPiece(page, 'Game view');
  await page.getByRole('button', { name: /^9:16/ }).click();
  await page.getByRole('radio', { name: 'Wide' }).click();
  await page.getByRole('button', { name: /^16:9/, includeHidden: true }).waitFor();
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  await page.waitForTimeout(1200);
  await shot('stage-wide', page);
}

async function gift({ world, page, shot, go }: Walk, viewer: Page): Promise<void> {
  await go('/desk');
  // What the crowd has left in the queues and on the frame.
  for (const name of [/^Clear (?!all)/, /^Skip what is on air in /])
    for (const button of await page.getByRole('button', { name }).all())
      if (await button.isEnabled()) await button.tap();
  await viewer.waitForTimeout(2500);
  await world.brindle(HANDLE, { act: 'gift', user: { ...VIEWERS.ines, uid: 'u1001' }, gift: 'glaze-pot' });
  await viewer.waitForTimeout(1500);
  await shot('viewer', viewer);
}

void main();
