import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { addBrindle, goTo } from './person';
import { until, VIEWERS, World } from './world';

/* The whole story, as a person lives it: an empty browser, one platform, a cue, a cloud compositor, three gifts; with every page
   closed for the second and the server killed before the third. */

let world: World;
before(async () => {
  world = await World.open();
});
after(() => world.close());

test('from an empty browser to three gifts in the recap', async () => {
  const me = await world.person({ permissions: ['clipboard-read', 'clipboard-write'] });
  const page = await me.newPage();
  await page.goto('/');
  await page.getByRole('button', { name: 'Skip the questions' }).tap();

  // Feeds: by a pasted profile address, while offline.
  await page.getByRole('button', { name: 'Add a feed' }).tap();
  await page.getByRole('radio', { name: 'Brindle' }).tap();
  await page.getByLabel('Your handle on Brindle').fill('Oda Varn');
  await page.getByRole('button', { name: 'Check' }).tap();
  await page.getByText('This looks like a display name').waitFor();
  await page.getByLabel('Your handle on Brindle').fill('https://brindle.example/@OdaVarn.Kiln/live');
  await page.getByRole('button', { name: 'Check' }).tap();
  await page.getByText('Found odavarn.kiln. Not live now').waitFor();
  await page.getByRole('button', { name: 'Add this feed' }).tap();
  await page.getByText('Waiting for you to go live. Nothing to press.').waitFor();

  // Cues: the words of a new cue for gifts; the starter's own for gifts is switched off.
  await page.getByRole('link', { name: 'Cues' }).tap();
  await page
    .getByRole('listitem')
    .filter({ hasText: 'any gift' })
    .getByRole('button', { name: 'More for this cue' })
    .tap();
  await page.getByRole('button', { name: 'Switch this cue off' }).tap();
  await page.getByRole('button', { name: 'New cue' }).tap();
  await page.getByRole('radio', { name: 'Choose what starts it' }).tap();
  await page.getByRole('button', { name: 'Someone sends a gift' }).tap();
  const cue = page.getByRole('listitem').last();
  await cue.getByRole('button', { name: /Change “/ }).tap();
  await page.getByLabel('Words on the frame').fill('{viewer} brings {gift}');
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).tap();
  await cue.getByText('“{viewer} brings {gift}”').waitFor();

  // The stage: the spotlight is given another place and another look.
  await page.getByRole('link', { name: 'Stage' }).tap();
  await page.getByRole('button', { name: 'Choose Spotlight' }).tap();
  await page.getByRole('button', { name: 'Edit Spotlight' }).tap();
  await page.getByRole('tab', { name: 'Look' }).tap();
  await page.getByRole('radio', { name: 'Tide' }).tap();
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).tap();

  // The outlet's address into the compositor.
  await page.getByRole('link', { name: /Outlets/ }).tap();
  await page.getByRole('button', { name: 'Copy address' }).tap();
  await page.getByRole('button', { name: 'Copied' }).waitFor();
  const address = await page.evaluate(() => navigator.clipboard.readText());
  assert.match(address, /\/o\/[0-9a-f]{32}$/);
  const compositor = await (await world.wide()).newPage();
  await compositor.goto(`${world.standins}/standins/weir`);
  await compositor.getByLabel('Address').fill(address);
  await compositor.getByRole('button', { name: 'Lay it over' }).click();
  await compositor.locator('#layers li').filter({ hasText: address }).waitFor();
  await page.getByText('1 place shows it').waitFor();

  // A viewer's phone, and Brindle's own page.
  const viewers = await world.person({ baseURL: world.standins });
  const watching = await viewers.newPage();
  await watching.goto('/standins/weir/watch');
  const onAir = watching.frameLocator('iframe').locator('#words');
  const brindle = await viewers.newPage();
  await brindle.goto('/standins/brindle');
  await brindle.getByRole('button', { name: 'Go live' }).tap();
  await page.getByRole('status', { name: /Live/ }).waitFor();
  await brindle.getByRole('combobox', { name: 'Viewer' }).selectOption({ label: 'Inês (ines.barro)' });
  await brindle.getByRole('button', { name: 'Send gift' }).tap();
  await onAir.getByText('Inês brings Ember').waitFor();

  // Every page of Gavirn closed, and another gift.
  await page.close();
  await compositor.context().close();
  await brindle.getByRole('combobox', { name: 'Viewer' }).selectOption({ label: '山田 はな (hana_yama)' });
  await brindle.getByRole('combobox', { name: 'Gift' }).selectOption({ label: 'Glaze Pot, 50 coins' });
  await brindle.getByRole('button', { name: 'Send gift' }).tap();
  await onAir.getByText('山田 はな brings Glaze Pot').waitFor();

  // The server killed, and started again.
  await world.killServer();
  await world.startServer();
  await brindle.getByRole('combobox', { name: 'Viewer' }).selectOption({ label: 'ليلى (layla.n)' });
  await brindle.getByRole('button', { name: 'Send gift' }).tap();
  await onAir.getByText(/ليلى.* brings Glaze Pot/).waitFor();
  await brindle.getByRole('button', { name: 'End', exact: true }).tap();

  // All three are in the recap.
  const back = await me.newPage();
  await goTo(back, '/recap');
  await back.getByRole('group', { name: '3 gifts, 101 coins' }).waitFor();
  const thanked = await back.getByRole('list', { name: 'To thank' }).getByRole('listitem').allInnerTexts();
  assert.deepEqual(
    thanked.map((row) => row.split('\n')[1]),
    ['山田 はな', 'ليلى', 'Inês'],
  );
});

test('the recap has what the server counted while no page was open, and the ledger agrees', async () => {
  const handle = 'second.potter';
  await world.brindle(handle, { act: 'open' });
  const me = await world.person();
  const page = await me.newPage();
  await addBrindle(page, handle);
  await world.brindle(handle, { act: 'live' });
  // From here on the server knows the broadcast, and what it has missed of it.
  await page.getByRole('status', { name: /^Live/ }).waitFor();
  await page.close();

  const send = (user: object, gift: string): Promise<void> => world.brindle(handle, { act: 'gift', user, gift });
  await send(VIEWERS.ines, 'ember');
  await send(VIEWERS.hana, 'glaze-pot');
  await world.killServer();
  // Sent while nobody listens: caught up from Brindle's last five minutes.
  await send(VIEWERS.layla, 'full-kiln');
  await world.brindle(handle, { act: 'like', user: VIEWERS.layla, taps: 250 });
  await world.startServer();
  await world.brindle(handle, { act: 'end' });

  const back = await me.newPage();
  await goTo(back, '/recap');
  const likes = back.getByRole('group', { name: '250 likes' });
  // A page that was opened while the session was being taken over may show its first part: opened again it has all of it.
  if (
    !(await likes.waitFor({ timeout: 12_000 }).then(
      () => true,
      () => false,
    ))
  )
    await back.reload();
  await likes.waitFor();
  const thanked = await until(
    () => back.getByRole('list', { name: 'To thank' }).getByRole('listitem').allInnerTexts(),
    (rows) => rows.length === 3,
  );
  assert.deepEqual(
    thanked.map((row) => row.split('\n')[1]),
    ['ليلى', '山田 はな', 'Inês'],
  );
  const ledger = await world.ledger(handle);
  const { coins, count } = ledger.gift;
  await back.getByRole('group', { name: `${count} gifts, ${coins} coins` }).waitFor();
  const [file] = await Promise.all([
    back.waitForEvent('download'),
    back.getByRole('button', { name: 'Event log (NDJSON)' }).tap(),
  ]);
  const stream = await file.createReadStream();
  let log = '';
  for await (const chunk of stream) log += String(chunk);
  const events = log
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as { kind: string; unitCoins?: number; count?: number });
  assert.equal(
    events
      .filter(({ kind }) => kind === 'gift')
      .reduce((sum, { unitCoins = 0, count = 0 }) => sum + unitCoins * count, 0),
    coins,
  );
});
