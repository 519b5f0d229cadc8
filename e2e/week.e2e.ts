import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { after, before, test } from 'node:test';
import type { Locator, Page } from 'playwright-core';
import { onAir, type OnAir } from './on-air';
import { addPiece, closeSheet, goTo } from './person';
import { until, VIEWERS, wordsOn, type World } from './world';

/* What a streamer meets in the first week, by thumb, and what the outlet then shows. */

const HANDLE = 'kiln.week';
let world: World;
let page: Page;
let outlet: Page;
let act: OnAir['act'];
let lastCue: OnAir['lastCue'];
let published: OnAir['published'];
before(async () => {
  ({ world, page, outlet, act, lastCue, published } = await onAir(HANDLE, { live: true }));
});
after(() => world.close());

const seen = (words: RegExp): Promise<string> =>
  until(
    () => wordsOn(outlet),
    (now) => words.test(now),
  );
async function add(kind: string): Promise<void> {
  await goTo(page, '/stage');
  await addPiece(page, kind);
}
/** Opens a piece's sheet: a chip is tapped to choose it, and what is chosen already would open at once. */
async function edit(piece: string): Promise<Locator> {
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: `Choose ${piece}`, exact: true }).tap();
  await page.getByRole('button', { name: `Edit ${piece}`, exact: true }).tap();
  return page.getByRole('dialog');
}
const said = (text: string, user: object = VIEWERS.hana): Promise<void> => act({ act: 'chat', user, text });

test('several wordings of one step: in turn, and never the same twice running', async () => {
  await goTo(page, '/cues');
  await page.getByRole('button', { name: 'New cue' }).tap();
  await page.getByRole('radio', { name: 'Choose what starts it' }).tap();
  await page.getByRole('dialog').getByRole('button', { name: 'Someone shares the broadcast', exact: true }).tap();
  await lastCue()
    .getByRole('button', { name: /^Change “/ })
    .last()
    .tap();
  await page.getByLabel('Words on the frame').fill('First wording');
  for (const words of ['Second wording', 'Third wording']) {
    await page.getByRole('button', { name: 'Add another wording' }).tap();
    await page
      .getByRole('textbox', { name: /^Wording \d$/ })
      .last()
      .fill(words);
  }
  await page.getByRole('radio', { name: 'In turn' }).tap();
  await closeSheet(page);
  await lastCue().getByText('“First wording” or 2 others, in turn').waitFor();
  await published();
  // One of the same viewer would join the alert that is on the air, whatever its wording.
  for (const words of [/First wording/, /Second wording/, /Third wording/, /First wording/]) {
    await act({ act: 'share', user: VIEWERS.ines });
    await seen(words);
    await until(
      () => wordsOn(outlet),
      (now) => !words.test(now),
    );
  }
});

test('a chat column: made-up lines at a tap, beginnings left out, only some roles, a mark of the feed', async () => {
  await add('Chat');
  const sheet = await edit('Chat');
  await sheet.getByRole('button', { name: 'Show made-up lines for 20 s' }).tap();
  await seen(/Chat: .*Inês: that curve is lovely/);
  await sheet.getByRole('textbox', { name: 'Lines that begin with one of these are left out' }).fill('/ psst');
  await sheet.getByRole('radio', { name: 'Before each line' }).tap();
  await published();
  await said('/me waves');
  await said('psst, not on the frame');
  await said('a plain line');
  const words = await seen(/a plain line/);
  assert.doesNotMatch(words, /waves|psst/);
  await sheet.getByRole('radio', { name: 'Only these' }).tap();
  await sheet.getByRole('checkbox', { name: 'Moderators' }).tap();
  await published();
  await until(
    () => wordsOn(outlet),
    (now) => !now.includes('a plain line'),
  );
  await said('from the desk', { uid: 'm1', handle: 'mod', nickname: 'Mirek', badges: ['moderator'] });
  await seen(/Mirek: from the desk/);
  await closeSheet(page);
});

test('recent gifts stand on the frame, newest first', async () => {
  await add('Recent gifts');
  await published();
  await act({ act: 'gift', user: VIEWERS.hana, gift: 'ember', count: 2 });
  await act({ act: 'gift', user: VIEWERS.ines, gift: 'full-kiln', count: 1 });
  await seen(/Recent gifts: Inês: 1 × Full Kiln; 山田 はな: 2 × Ember|Recent gifts: Inês: 1 × Full Kiln; .*Ember/);
});

test('a goal in colours of its own, as a ring; the look is saved, and what cannot be read is said', async () => {
  await goTo(page, '/stage');
  const sheet = await edit('Gift goal');
  await sheet.getByRole('tab', { name: 'Look', exact: true }).tap();
  await sheet.getByRole('radiogroup', { name: 'Backing' }).getByRole('radio', { name: 'A colour' }).tap();
  await sheet.getByRole('button', { name: /^Shape of what fills/ }).tap();
  await page.getByRole('radio', { name: 'Ring' }).tap();
  await sheet.getByRole('radio', { name: 'Filling: #4CC2B2' }).tap();
  await sheet.getByRole('radio', { name: 'Text: #17110E' }).tap();
  await sheet.getByRole('textbox', { name: 'Save this look as' }).fill('Ring of lagoon');
  await sheet.getByRole('button', { name: 'Save', exact: true }).tap();
  await sheet.getByRole('button', { name: 'Put Ring of lagoon on this piece' }).waitFor();
  await closeSheet(page);
  // Dark on dark: it is said as for any other, and put right by its tap.
  await page.getByRole('button', { name: /^! \d+ to put right$/ }).tap();
  await page.getByRole('dialog').getByText('Text of Gift goal is hard to tell from what lies behind it.').waitFor();
  await closeSheet(page);
  const again = await edit('Gift goal');
  await again.getByRole('tab', { name: 'Look', exact: true }).tap();
  await again.getByRole('radio', { name: 'Text: #F3EBDD' }).tap();
  await closeSheet(page);
  await published();
  // The ring's colour stands in the outlet's pixels.
  const lagoon = (): Promise<number> =>
    outlet.evaluate(() => {
      const canvas = document.querySelector('canvas');
      const context = canvas?.getContext('2d');
      if (!canvas || !context) return 0;
      const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
      let count = 0;
      for (let n = 0; n < data.length; n += 4)
        if (
          Math.abs((data[n] ?? 0) - 0x4c) + Math.abs((data[n + 1] ?? 0) - 0xc2) + Math.abs((data[n + 2] ?? 0) - 0xb2) <
          12
        )
          count += 1;
      return count;
    });
  await until(lagoon, (count) => count > 40);
});

test('an answer that cannot be posted in Brindle is shown on the frame, where that is wanted', async () => {
  await goTo(page, '/points');
  await page.getByRole('radio', { name: 'Viewers earn points' }).tap();
  await page.getByRole('textbox', { name: 'Keyword with which viewers ask what they have' }).fill('!points');
  await page.getByText(/^Gavirn cannot post in Brindle/).waitFor();
  await page.getByRole('radio', { name: 'In Spotlight' }).tap();
  await published();
  await said('!points', VIEWERS.ines);
  await seen(/Inês: [\d,]+ .*level \d/);
});

test('an alert’s backing is as large as its words, which stand in the middle', async () => {
  await goTo(page, '/cues');
  await lastCue()
    .getByRole('button', { name: /^Change “/ })
    .last()
    .tap();
  await page.getByLabel('Words on the frame').fill('Hi');
  await page.getByRole('button', { name: 'Picture and motion' }).tap();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('tab', { name: 'Words', exact: true }).tap();
  await sheet.getByRole('radiogroup', { name: 'Lines stand' }).getByRole('radio', { name: 'Centre' }).tap();
  await sheet.getByRole('radio', { name: 'As large as the words' }).tap();
  await closeSheet(page);
  await published();
  // How much of the spotlight's width is painted: its row of pixels through the middle.
  const across = (): Promise<number> =>
    outlet.evaluate(() => {
      const canvas = document.querySelector('canvas');
      const context = canvas?.getContext('2d');
      if (!canvas || !context) return 0;
      const { data } = context.getImageData(0, Math.round(canvas.height * 0.29), canvas.width, 1);
      return data.filter((value, n) => n % 4 === 3 && value > 200).length / canvas.width;
    });
  // What was shown before is gone.
  await until(across, (now) => now === 0);
  await lastCue().getByRole('button', { name: /^Try/ }).tap();
  const share = await until(across, (now) => now > 0.05);
  // The whole spotlight takes five sixths of the width.
  assert.ok(share < 0.7, `the words alone, not the spotlight: ${share}`);
});

test('where a console lays its own camera: in the corner that is chosen, and what lies under it is said', async () => {
  await goTo(page, '/stage');
  await page.getByRole('button', { name: /frame of \d+ by \d+/ }).tap();
  await page.getByRole('button', { name: 'Add a console’s camera' }).tap();
  await page
    .getByRole('radiogroup', { name: 'Corner of The console’s camera' })
    .getByRole('radio', { name: 'Top left' })
    .tap();
  await closeSheet(page);
  await page.getByRole('button', { name: /^! \d+ to put right$/ }).tap();
  await page
    .getByRole('dialog')
    .getByText(/is under The console’s camera/)
    .first()
    .waitFor();
  await closeSheet(page);
});

test('the recap names who followed and compares sessions; its table of totals is saved', async () => {
  await act({ act: 'follow', user: { uid: 'u900', handle: 'oda', nickname: 'Oda', badges: [] } });
  await act({ act: 'watching', count: 60 });
  await act({ act: 'end' });
  await goTo(page, '/recap');
  await page.getByRole('button', { name: /1 new followers/ }).tap();
  await page.getByRole('dialog', { name: 'New followers' }).getByText('Oda').waitFor();
  await closeSheet(page);
  await page.getByRole('group', { name: '60 watched at most, 60 on average' }).waitFor();
  await page.getByRole('radio', { name: 'Over time' }).tap();
  await page
    .getByRole('list', { name: 'People who did something, session by session' })
    .getByRole('listitem')
    .waitFor();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Table of totals (CSV)' }).tap(),
  ]);
  const [head = '', row = ''] = readFileSync(await download.path(), 'utf8').split('\r\n');
  const cells = row.split(',');
  assert.equal(cells[head.split(/,(?! )/).indexOf('New followers')], '1');
});
