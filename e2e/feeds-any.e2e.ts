import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test } from 'node:test';
import { aFollow, aGift, START } from '@/core/event/examples';
import { writeEventLine } from '@/core/file/events';
import { goTo } from './person';
import { until } from './world';
import { HANDLE, world, page, addFeed, step, check, post, ownAddress, details, onDesk } from './feeds-world';

test('any other platform: from one sample message to an event in a few taps', async () => {
  await addFeed('Any other');
  await page.getByLabel('What you call it').fill('Lantern Live');
  await page.getByRole('button', { name: 'Add this feed' }).tap();
  await page.getByRole('heading', { name: 'Lantern Live' }).waitFor();
  const address = await ownAddress();
  // Caught as it comes: posted before there is any rule.
  const present = {
    event: 'present',
    message: {
      ref: 'x-81',
      from: { nick: '山田 はな', user_id: 77 },
      item: { title: 'Paper Boat', price: 25 },
      qty: 3,
    },
  };
  assert.equal((await post(address, present)).status, 204);
  await page.getByRole('button', { name: 'Use the latest message' }).tap();
  await page.getByRole('button', { name: 'New rule' }).tap();
  await page.getByRole('radio', { name: 'Gifts' }).tap();
  await page
    .getByRole('dialog', { name: 'Tap this: Gift’s name' })
    .getByRole('button', { name: /^title/ })
    .tap();
  await page.getByRole('dialog', { name: 'Tap this: Viewer’s name' }).getByRole('button', { name: /^nick/ }).tap();
  const rule = page.getByRole('listitem', { name: 'Rule for gifts' });
  await rule.getByText('Becomes: 山田 はな sends 1 × Paper Boat').waitFor();
  await rule.getByText('No id: the same message sent twice counts twice.').waitFor();
  for (const [token, value] of [
    ['Coins of one', 'price'],
    ['How many', 'qty'],
    ['Message’s id', 'ref'],
    ['Only where', 'event'],
  ] as const) {
    await rule.getByRole('button', { name: token }).tap();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: new RegExp(`^${value}`) })
      .tap();
  }
  await rule.getByText('Becomes: 山田 はな sends 3 × Paper Boat, 75 coins').waitFor();
  await rule.getByRole('button', { name: 'Only where $.event is present' }).waitFor();
  await page.waitForTimeout(600);
  for (let n = 0; n < 2; n += 1) assert.equal((await post(address, present)).status, 204);
  assert.equal((await post(address, { event: 'other' })).status, 204);
  assert.equal((await post(address, '{"half')).status, 422);
  await onDesk('3 × Paper Boat, 75 coins');
  assert.equal(await page.getByRole('listitem').filter({ hasText: 'Paper Boat' }).count(), 1);
  // The bad one is kept, and said in a sentence.
  await goTo(page, '/feeds');
  await details('Lantern Live');
  await page.getByRole('list', { name: 'Unreadable' }).getByText('{"half').waitFor();
  await page.getByText(/1 message could not be read/).waitFor();
});

test('CloudEvents and Activity Streams: each gets an address, and what is posted there is heard', async () => {
  await addFeed('CloudEvents');
  await page.getByRole('button', { name: 'Add this feed' }).tap();
  await page.getByRole('heading', { name: 'CloudEvents' }).waitFor();
  const cloud = await ownAddress();
  await until(
    async () =>
      (
        await post(cloud, '', {
          'ce-specversion': '1.0',
          'ce-id': '1',
          'ce-source': '/x',
          'ce-type': 'app.gavirn.event.follow',
        })
      ).status,
    (status) => status !== 404,
  );
  assert.equal(
    (
      await post(
        cloud,
        { viewer: { id: 'v', handle: 'v', name: 'Nour', roles: [] }, text: 'by cloud event' },
        {
          'content-type': 'application/json',
          'ce-specversion': '1.0',
          'ce-id': '2',
          'ce-source': '/x',
          'ce-type': 'app.gavirn.event.chat',
        },
      )
    ).status,
    204,
  );
  await onDesk('by cloud event', 'Chat');
  // A tip in a currency without a rate asks for it where it is seen; once it has one, it asks no more.
  const tipped = await post(
    cloud,
    { amountMinor: 500, currency: 'JPY' },
    {
      'content-type': 'application/json',
      'ce-specversion': '1.0',
      'ce-id': '3',
      'ce-source': '/x',
      'ce-type': 'app.gavirn.event.tip',
    },
  );
  assert.equal(tipped.status, 204);
  const rate = page.getByRole('status', { name: 'Rate of JPY' });
  await rate.getByText(/^500 JPY came as tips, and JPY has no rate/).waitFor();
  await rate.getByRole('textbox', { name: '1 JPY in EUR' }).fill('0.006');
  await rate.getByRole('textbox', { name: '1 JPY in EUR' }).press('Enter');
  await rate.getByRole('button', { name: 'Set the rate' }).tap();
  await rate.waitFor({ state: 'detached' });
  await addFeed('Activity Streams');
  await page.getByLabel('What you call it').fill('The old network');
  await page.getByRole('button', { name: 'Add this feed' }).tap();
  await page.getByRole('heading', { name: 'The old network' }).waitFor();
  const activity = await ownAddress();
  await until(
    async () =>
      (
        await post(activity, {
          type: 'Announce',
          id: 'https://social.example/1',
          actor: 'https://social.example/@tove',
        })
      ).status,
    (status) => status === 204,
  );
  await onDesk('shared the stream');
  // With a secret asked for, what is not signed is refused.
  await goTo(page, '/feeds');
  await details('The old network');
  await page.getByRole('button', { name: 'Ask for signatures' }).tap();
  await page.getByRole('button', { name: 'Show the secret' }).waitFor();
  await until(
    async () => (await post(activity, { type: 'Announce', id: 'https://social.example/2', actor: 'x' })).status,
    (status) => status === 401,
  );
});

test('by event stream: an address that is none, one that needs a secret, and the secret', async () => {
  await addFeed('Any other');
  await page.getByLabel('What you call it').fill('Reed');
  await page.getByRole('radio', { name: 'Event stream' }).tap();
  await page.getByLabel('Address', { exact: true }).fill('brindle');
  await page.getByRole('button', { name: 'Add this feed' }).tap();
  await page.getByText('A whole address is needed').waitFor();
  await page.getByLabel('Address', { exact: true }).fill(`${world.standins}/standins/brindle/live/{secret}/events`);
  await page.getByRole('button', { name: 'Add this feed' }).tap();
  await page.getByText('Its secret is still missing.').waitFor();
  await page.getByLabel('Secret', { exact: true }).fill(HANDLE);
  await page.getByRole('button', { name: 'Keep the secret' }).tap();
  await page.getByText('It has a secret: ••••••••').waitFor();
  await check();
  await step('Address').getByText('The address answers.').waitFor();
});

test('a recording is played, moved in and made faster', async () => {
  const file = join(tmpdir(), `gavirn-recording-${process.pid}.ndjson`);
  writeFileSync(
    file,
    [
      aFollow({ by: 'Zuri', at: START, seenAt: START }),
      aGift({ by: 'Zuri', name: 'Reed Flute', at: START + 600_000, seenAt: START + 600_000 }),
    ]
      .map(writeEventLine)
      .join(''),
  );
  await addFeed('A recording');
  const choosing = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a file' }).tap();
  await (await choosing).setFiles(file);
  await page.getByText('0:00 of 10:00').waitFor();
  await page.getByRole('button', { name: 'Play' }).tap();
  await page.getByRole('radio', { name: '100×' }).tap();
  await page.getByRole('radio', { name: '100×', checked: true }).waitFor();
  await page.getByRole('slider', { name: 'Place in the recording' }).focus();
  await page.keyboard.press('ArrowRight');
  await page.getByText('10:00 of 10:00').waitFor();
  await onDesk('Reed Flute');
});

test('two viewers on two platforms are joined into one, and parted again', async () => {
  await goTo(page, '/recap');
  const thanked = page.getByRole('list', { name: 'To thank' }).getByRole('button');
  const rows = (): Promise<string[]> => thanked.allInnerTexts();
  await until(
    rows,
    (list) => list.some((row) => row.includes('山田 はな')) && list.some((row) => row.includes('Zuri')),
  );
  await thanked.filter({ hasText: '山田 はな' }).tap();
  await page.getByRole('list', { name: 'The same person as' }).getByRole('button').filter({ hasText: 'Zuri' }).tap();
  // 75 coins of the one and 10 of the other.
  await until(rows, (list) => list.some((row) => row.includes('85 coins')) && list.length === 1);
  await thanked.first().tap();
  await page.getByRole('button', { name: 'Part them again' }).tap();
  await until(rows, (list) => list.length === 2);
});
