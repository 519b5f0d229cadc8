import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import type { BrowserContext, Page } from 'playwright-core';
import { aFollow, aGift, START } from '@/core/event/examples';
import { writeEventLine } from '@/core/file/events';
import { emptyShow } from '@/core/show/starter';
import { until, VIEWERS, World } from './world';

/* Every way of adding a feed, on a phone; rules by tapping; every step that must be true failing, and then mended. */

const HANDLE = 'odavarn.kiln';
let world: World;
let me: BrowserContext;
let page: Page;
before(async () => {
  world = await World.open();
  me = await world.person({ permissions: ['clipboard-read', 'clipboard-write'] });
  page = await me.newPage();
  await page.goto('/');
});
after(() => world.close());

const addFeed = async (platform: string): Promise<void> => {
  await page.goto('/feeds');
  await page.getByRole('button', { name: 'Add a feed' }).tap();
  await page.getByRole('radio', { name: platform, exact: true }).tap();
};
const addByHandle = async (platform: string): Promise<void> => {
  await addFeed(platform);
  await page.getByLabel(`Your handle on ${platform}`).fill(HANDLE);
  await page.getByRole('button', { name: 'Check' }).tap();
  await page.getByText(`Found ${HANDLE}`).waitFor();
  await page.getByRole('button', { name: 'Add this feed' }).tap();
};
const step = (name: string) =>
  page.getByRole('list', { name: 'Steps' }).getByRole('listitem', { name: new RegExp(`^${name}:`) });
const check = (): Promise<void> => page.getByRole('button', { name: 'Check again' }).tap();
const post = (address: string, body: unknown, headers: Record<string, string> = {}): Promise<Response> =>
  fetch(address, { method: 'POST', body: typeof body === 'string' ? body : JSON.stringify(body), headers });
/** The feed's own address, as it is copied. */
const ownAddress = async (): Promise<string> => {
  await page.getByRole('button', { name: 'Copy address' }).tap();
  await page.getByRole('button', { name: 'Copied' }).waitFor();
  return page.evaluate(() => navigator.clipboard.readText());
};
/** The page of one feed, from its card. */
const details = (name: string): Promise<void> =>
  page
    .getByRole('group', { name: new RegExp(`^${name}, `) })
    .getByRole('button', { name: /Details$/ })
    .tap();
/** A line of the desk. */
const onDesk = async (words: string): Promise<void> => {
  await page.goto('/desk');
  await page
    .getByRole('list', { name: 'What just happened, newest first' })
    .getByRole('listitem')
    .filter({ hasText: words })
    .first()
    .waitFor();
};

test('Tarn by its handle: it waits, connects by itself, and its stickers are tips', { timeout: 60_000 }, async () => {
  await addByHandle('Tarn');
  const card = page.getByRole('group', { name: `Tarn, ${HANDLE}` });
  await card.getByText('Waiting for you to go live. Nothing to press.').waitFor();
  await world.act('tarn', HANDLE, { act: 'live' });
  await card.getByText('Connected.').waitFor();
  await world.act('tarn', HANDLE, { act: 'sticker', user: VIEWERS.hana, amountMicros: 300_000_000, currency: 'JPY' });
  await onDesk('tipped 300 JPY');
  // What an account must be admitted to is asked for.
  await page.goto('/feeds');
  await details('Tarn');
  const subscriptions = page.getByRole('switch', { name: /my account and subscriptions/ });
  assert.equal(await subscriptions.getAttribute('aria-checked'), 'false');
  await subscriptions.tap();
  await page.getByText('Admitted', { exact: true }).waitFor();
});

test('Oxbow: every step fails and is mended', { timeout: 90_000 }, async () => {
  await addByHandle('Oxbow');
  await page.getByRole('heading', { name: 'Oxbow' }).waitFor();
  await page.getByText('Waiting for you to go live. Nothing to press.').waitFor();
  await step('Handle').getByText(`${HANDLE} is on Oxbow.`).waitFor();
  await world.act('oxbow', HANDLE, { act: 'public', on: false });
  await check();
  await step('Broadcast').getByText('not public').waitFor();
  await world.act('oxbow', HANDLE, { act: 'public', on: true });
  // The helper: named, refused, made a moderator, let in.
  await page.getByLabel('Helper’s handle').fill('@Kiln-Helper');
  await page.getByRole('button', { name: 'Keep', exact: true }).tap();
  await step('Helper').getByText('kiln-helper is no moderator').waitFor();
  await until(
    async () => {
      await page.getByRole('button', { name: 'Post a hello' }).tap();
      await page.waitForTimeout(400);
      return page
        .getByRole('status')
        .filter({ hasText: /chat|moderator/ })
        .last()
        .innerText();
    },
    (said) => said.includes('is not a moderator of odavarn.kiln'),
  );
  await world.act('oxbow', HANDLE, { act: 'moderator', name: 'kiln-heiper', on: true });
  await check();
  await step('Helper').getByText('kiln-heiper is a moderator and looks like kiln-helper').waitFor();
  await world.act('oxbow', HANDLE, { act: 'moderator', name: 'kiln-heiper', on: false });
  await world.act('oxbow', HANDLE, { act: 'moderator', name: 'kiln-helper', on: true });
  await check();
  await step('Helper').getByText('kiln-helper is a moderator and can post.').waitFor();
  await page.getByRole('button', { name: 'Post a hello' }).tap();
  await page.getByText('“Gavirn is here.” stands in your chat.').waitFor();
  // The secret: masked, renewed with an overlap, and used at once.
  await step('Callback').getByText('Oxbow reaches this server.').waitFor();
  await page.getByText(/^whsec_•+$/).waitFor();
  assert.equal(await page.getByText(/whsec_[A-Za-z0-9]/).count(), 0, 'the secret is masked');
  await page.getByRole('button', { name: 'Renew the secret' }).tap();
  await page.getByRole('button', { name: 'Renew', exact: true }).tap();
  await page.getByText(/The secret before this one is still taken until/).waitFor();
  await check();
  await step('Secret').getByText('Oxbow signs with the right secret.').waitFor();
  await world.act('oxbow', HANDLE, { act: 'live' });
  await world.act('oxbow', HANDLE, { act: 'giftSubs', user: VIEWERS.ines, recipients: [VIEWERS.hana, VIEWERS.layla] });
  await onDesk('gifted 2 subscriptions');
});

test(
  'a handle that is not there yet, a callback that nobody reaches, a wrong secret: said, and mended',
  { timeout: 90_000 },
  async () => {
    const other = await (await world.person()).newPage();
    let published: { secrets?: Record<string, { inbox: string }> } = {};
    other.on('request', (request) => {
      if (request.method() === 'PUT' && request.url().includes('/api/shows/'))
        published = JSON.parse(request.postData() ?? '{}') as typeof published;
    });
    await other.goto('/shows');
    const show = {
      ...emptyShow('x', 'Early'),
      feeds: [{ id: 'o', platform: 'oxbow', handle: 'early.bird', helper: '', on: true }],
    };
    const [chooser] = await Promise.all([
      other.waitForEvent('filechooser'),
      other.getByRole('button', { name: 'Open a file' }).tap(),
    ]);
    await chooser.setFiles({
      name: 'early.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(show)),
    });
    await other
      .getByRole('button', { name: /^Oxbow/ })
      .first()
      .tap();
    const seen = (name: string, words: string) =>
      other
        .getByRole('list', { name: 'Steps' })
        .getByRole('listitem', { name: new RegExp(`^${name}:`) })
        .getByText(words)
        .waitFor();
    const again = (): Promise<void> => other.getByRole('button', { name: 'Check again' }).tap();
    await seen('Handle', 'Nobody on Oxbow has the handle early.bird.');
    await world.act('oxbow', 'early.bird', { act: 'open' });
    await again();
    await seen('Handle', 'early.bird is on Oxbow.');
    // Somebody else's callback stands where ours should: nothing of ours is reached. Gavirn puts its own there again by itself.
    const register = async (callback: string): Promise<void> => {
      const answer = await fetch(`${world.standins}/standins/oxbow/live/early.bird/hook`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ callback, secret: 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw' }),
      });
      assert.equal(answer.status, 204);
    };
    await register('http://127.0.0.1:9/');
    await again();
    await seen('Callback', 'Oxbow cannot reach this server.');
    await register(`${world.address}/in/${published.secrets?.o?.inbox ?? ''}`);
    await again();
    await seen('Callback', 'Oxbow reaches this server.');
    await seen('Secret', 'signature is not by this feed’s secret. Renew the secret on this page.');
    await other.getByRole('button', { name: 'Renew the secret' }).tap();
    await other.getByRole('button', { name: 'Renew', exact: true }).tap();
    await other.getByText(/The secret before this one is still taken until/).waitFor();
    await until(
      async () => {
        await again();
        await other.waitForTimeout(500);
        return other.getByRole('list', { name: 'Steps' }).innerText();
      },
      (text) => text.includes('Oxbow signs with the right secret.'),
      40_000,
    );
    await other.context().close();
  },
);

test('any other platform: from one sample message to an event in a few taps', { timeout: 60_000 }, async () => {
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
    .getByRole('dialog', { name: 'Tap the gift’s name' })
    .getByRole('button', { name: /^title/ })
    .tap();
  await page.getByRole('dialog', { name: 'Tap the viewer’s name' }).getByRole('button', { name: /^nick/ }).tap();
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
  await page.goto('/feeds');
  await details('Lantern Live');
  await page.getByRole('list', { name: 'Unreadable' }).getByText('{"half').waitFor();
  await page.getByText(/1 message could not be read/).waitFor();
});

test(
  'CloudEvents and Activity Streams: each gets an address, and what is posted there is heard',
  { timeout: 60_000 },
  async () => {
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
    await onDesk('by cloud event');
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
    await page.goto('/feeds');
    await details('The old network');
    await page.getByRole('button', { name: 'Ask for signatures' }).tap();
    await page.getByRole('button', { name: 'Show the secret' }).waitFor();
    await until(
      async () => (await post(activity, { type: 'Announce', id: 'https://social.example/2', actor: 'x' })).status,
      (status) => status === 401,
    );
  },
);

test(
  'by event stream: an address that is none, one that needs a secret, and the secret',
  { timeout: 60_000 },
  async () => {
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
  },
);

test('a recording is played, moved in and made faster', { timeout: 60_000 }, async () => {
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

test('two viewers on two platforms are joined into one, and parted again', { timeout: 60_000 }, async () => {
  await page.goto('/recap');
  const thanked = page.getByRole('list', { name: 'To thank' }).getByRole('button');
  const rows = (): Promise<string[]> => thanked.allInnerTexts();
  await until(
    rows,
    (list) => list.some((row) => row.includes('山田 はな')) && list.some((row) => row.includes('Zuri')),
    15_000,
  );
  await thanked.filter({ hasText: '山田 はな' }).tap();
  await page.getByRole('list', { name: 'The same person as' }).getByRole('button').filter({ hasText: 'Zuri' }).tap();
  // 75 coins of the one and 10 of the other.
  await until(rows, (list) => list.some((row) => row.includes('85 coins')) && list.length === 1, 15_000);
  await thanked.first().tap();
  await page.getByRole('button', { name: 'Part them again' }).tap();
  await until(rows, (list) => list.length === 2, 15_000);
});

test('the stand-ins’ own pages act as viewers, and make trouble', { timeout: 60_000 }, async () => {
  const own = await world.person({ baseURL: world.standins });
  const oxbow = await own.newPage();
  await oxbow.goto(`/standins/oxbow?handle=${HANDLE}`);
  await oxbow.getByRole('button', { name: 'Say it' }).tap();
  await oxbow.getByRole('button', { name: 'Tip', exact: true }).tap();
  await oxbow.getByText(/tip:\s+count: 1/).waitFor();
  await oxbow.getByRole('button', { name: 'Drop the chat' }).tap();
  await oxbow.getByText('1 in the chat').waitFor();
  const tarn = await own.newPage();
  await tarn.goto(`/standins/tarn?handle=${HANDLE}`);
  await tarn.getByRole('button', { name: 'Add hearts' }).tap();
  await tarn.getByRole('button', { name: 'Send sticker' }).tap();
  await tarn.getByRole('button', { name: 'Comment' }).tap();
  await tarn.getByText(/like: 10/).waitFor();
  await onDesk('mind the bulkhead');
  await onDesk('lovely water');
  await own.close();
});

test('feeds are stopped, moved and removed; removing is asked first and undone', { timeout: 60_000 }, async () => {
  await page.goto('/feeds');
  const names = (): Promise<string[]> => page.getByRole('heading', { level: 2 }).allInnerTexts();
  await until(names, (list) => list[0] === 'Tarn' && list[1] === 'Oxbow');
  await page.getByRole('button', { name: 'More for Oxbow' }).tap();
  await page.getByRole('button', { name: 'Move up' }).tap();
  await until(names, (list) => list[0] === 'Oxbow' && list[1] === 'Tarn');
  await page.getByRole('button', { name: 'More for Tarn' }).tap();
  await page.getByRole('button', { name: 'Stop this feed' }).tap();
  await page
    .getByRole('group', { name: `Tarn, ${HANDLE}` })
    .getByText('Stopped by you.')
    .waitFor();
  await page.getByRole('button', { name: 'More for Tarn' }).tap();
  await page.getByRole('button', { name: 'Remove this feed' }).tap();
  await page.getByRole('button', { name: 'Leave it' }).tap();
  await page.getByRole('button', { name: 'More for Tarn' }).tap();
  await page.getByRole('button', { name: 'Remove this feed' }).tap();
  await page.getByRole('button', { name: 'Remove', exact: true }).tap();
  await page.getByText('Tarn is removed.').waitFor();
  assert.equal(await page.getByRole('group', { name: `Tarn, ${HANDLE}` }).count(), 0);
  await page.getByRole('button', { name: 'Undo' }).tap();
  await page.getByRole('group', { name: `Tarn, ${HANDLE}` }).waitFor();
});

test(
  'what waits for a kind that nobody sends says so; secrets stay out of a saved show',
  { timeout: 60_000 },
  async () => {
    await page.goto('/shows');
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save as a file' }).tap();
    const text = await (
      await (await download).createReadStream()
    )
      .toArray()
      .then((parts) => Buffer.concat(parts as Buffer[]).toString('utf8'));
    assert.ok(text.includes('"platform": "oxbow"') && !text.includes('whsec_') && !text.includes('"inbox"'));
    await page.getByRole('button', { name: 'Save with secrets' }).tap();
    const asked = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save it' }).tap();
    assert.ok(
      (
        await (
          await (await asked).createReadStream()
        )
          .toArray()
          .then((parts) => Buffer.concat(parts as Buffer[]).toString('utf8'))
      ).includes('whsec_'),
    );
    await page.getByRole('button', { name: 'New show' }).tap();
    await page.getByText('No feed yet. Add one to connect.').waitFor();
    await addByHandle('Tarn');
    await page.getByRole('group', { name: `Tarn, ${HANDLE}` }).waitFor();
    await page.goto('/cues');
    await page.getByText('It cannot fire. Tarn does not send gifts.').waitFor();
    await page.goto('/stage');
    await page.getByText('Goal waits: Tarn does not send gifts.').waitFor();
  },
);
