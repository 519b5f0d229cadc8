import { applyUpdate, Doc } from 'yjs';
import { readKeysDoc } from '@/core/home/keys-doc';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { emptyShow } from '@/core/show/starter';
import { goTo } from './person';
import { until, VIEWERS } from './world';
import { HANDLE, world, page, addByHandle, step, check, details, onDesk } from './feeds-world';

test('Tarn by its handle: it waits, connects by itself, and its stickers are tips', async () => {
  await addByHandle('Tarn');
  const card = page.getByRole('group', { name: `Tarn, ${HANDLE}` });
  await card.getByText('Waiting for you to go live. Nothing to press.').waitFor();
  await world.act('tarn', HANDLE, { act: 'live' });
  await card.getByText('Connected.').waitFor();
  await world.act('tarn', HANDLE, { act: 'sticker', user: VIEWERS.hana, amountMicros: 300_000_000, currency: 'JPY' });
  await onDesk('tipped 300 JPY');
  // What an account must be admitted to is asked for.
  await goTo(page, '/feeds');
  await details('Tarn');
  const subscriptions = page.getByRole('switch', { name: /my account and subscriptions/ });
  assert.equal(await subscriptions.getAttribute('aria-checked'), 'false');
  await subscriptions.tap();
  await page.getByText('Admitted', { exact: true }).waitFor();
});

test('Oxbow: every step fails and is mended', async () => {
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
  await onDesk('gave 2 subscriptions away');
});

test('what is written with a tip and a subscription is read on the desk, and offered to the words of their cues', async () => {
  await world.act('oxbow', HANDLE, {
    act: 'tip',
    user: VIEWERS.ines,
    value: '5.00',
    currency: 'EUR',
    message: 'for the kiln',
  });
  await world.act('oxbow', HANDLE, { act: 'subscribe', user: VIEWERS.hana, months: 4, message: 'still here' });
  await onDesk('tipped 5.00 EUR: “for the kiln”');
  await onDesk('subscribed, month 4: “still here”');
  for (const [kind, offered] of [
    ['Someone tips', true],
    ['Someone follows', false],
  ] as const) {
    await goTo(page, '/cues');
    await page.getByRole('button', { name: 'New cue' }).tap();
    await page.getByRole('radio', { name: 'Choose what starts it' }).tap();
    await page.getByRole('dialog').getByRole('button', { name: kind, exact: true }).tap();
    await page
      .getByRole('list')
      .getByRole('listitem')
      .last()
      .getByRole('button', { name: /^Change “/ })
      .last()
      .tap();
    await page.getByRole('button', { name: 'Insert {viewer}' }).waitFor();
    assert.equal(await page.getByRole('button', { name: 'Insert {message}' }).count(), offered ? 1 : 0);
  }
});

test('a handle that is not there yet, a callback that nobody reaches, a wrong secret: said, and mended', async () => {
  const other = await (await world.person()).newPage();
  // What the page tells the server of its feeds' addresses.
  const told = new Doc();
  other.on('request', (request) => {
    if (!request.url().endsWith('/step')) return;
    const { keys } = JSON.parse(request.postData() ?? '{}') as { keys?: { update: string | null } };
    if (keys?.update) applyUpdate(told, new Uint8Array(Buffer.from(keys.update, 'base64')));
  });
  const inbox = (): string =>
    (Object.values(readKeysDoc(told).feeds) as { inbox: string }[]).map((key) => key.inbox).join();
  await goTo(other, '/shows');
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
  // Ours is not among the callbacks: nothing of ours is reached. Gavirn puts it there again by itself.
  const forget = await fetch(`${world.standins}/standins/oxbow/live/early.bird/hook`, {
    method: 'DELETE',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ callback: `${world.address}/in/${inbox()}` }),
  });
  assert.equal(forget.status, 204);
  const register = async (callback: string): Promise<void> => {
    const answer = await fetch(`${world.standins}/standins/oxbow/live/early.bird/hook`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ callback, secret: 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw' }),
    });
    assert.equal(answer.status, 204);
  };
  await again();
  await seen('Callback', 'Oxbow cannot reach this server.');
  await register(`${world.address}/in/${inbox()}`);
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
  );
  await other.context().close();
});

test('the stand-ins’ own pages act as viewers, and set faults', async () => {
  const own = await world.person({ baseURL: world.standins });
  const oxbow = await own.newPage();
  await oxbow.goto(`/standins/oxbow?handle=${HANDLE}`);
  await oxbow.getByRole('button', { name: 'Say it' }).tap();
  await oxbow.getByRole('button', { name: 'Tip', exact: true }).tap();
  // One more than the tip that was sent before.
  await oxbow.getByText(/tip:\s+count: 2/).waitFor();
  await oxbow.getByRole('button', { name: 'Drop the chat' }).tap();
  await oxbow.getByText('1 in the chat').waitFor();
  const tarn = await own.newPage();
  await tarn.goto(`/standins/tarn?handle=${HANDLE}`);
  await tarn.getByRole('button', { name: 'Add hearts' }).tap();
  await tarn.getByRole('button', { name: 'Send sticker' }).tap();
  await tarn.getByRole('button', { name: 'Comment' }).tap();
  await tarn.getByText(/like: 10/).waitFor();
  await onDesk('mind the bulkhead', 'Chat');
  await onDesk('lovely water', 'Chat');
  await own.close();
});

test('feeds are stopped, moved and removed; removing is asked first and undone', async () => {
  await goTo(page, '/feeds');
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
  await page.getByRole('button', { name: 'Delete this feed' }).tap();
  await page.getByRole('button', { name: 'Leave it' }).tap();
  await page.getByRole('button', { name: 'Delete this feed' }).tap();
  await page.getByRole('button', { name: 'Delete', exact: true }).tap();
  await page.getByText('Tarn is deleted.').waitFor();
  assert.equal(await page.getByRole('group', { name: `Tarn, ${HANDLE}` }).count(), 0);
  await page.getByRole('button', { name: 'Undo' }).tap();
  await page.getByRole('group', { name: `Tarn, ${HANDLE}` }).waitFor();
});

test('what waits for a kind that nobody sends says so; secrets stay out of a saved show', async () => {
  await goTo(page, '/shows');
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
  // Another home, which has no other feed.
  const other = await (await world.person()).newPage();
  await other.goto('/feeds');
  await other.getByText('No feed yet. Add one to connect.').waitFor();
  await addByHandle('Tarn', other);
  await other.getByRole('group', { name: `Tarn, ${HANDLE}` }).waitFor();
  await goTo(other, '/cues');
  await other.getByText('It cannot fire. Tarn does not send gifts.').waitFor();
  await goTo(other, '/stage');
  await other.getByText('Gift goal waits: Tarn does not send gifts.').waitFor();
  await other.context().close();
});
