import assert from 'node:assert/strict';
import { test } from 'node:test';
import { SAFE } from '@/core/show/safe-area';
import { closeSheet, goTo } from './person';
import { dragByTouch, until, wordsOn } from './world';
import { page, world, outlet, add, letGo, open, findings, boxOf, middle, twoFingers } from './layout-world';

test('camera, alert place, goal, leaderboard and chat on a phone: every finding is mended by its tap', async () => {
  await goTo(page, '/stage');
  await add('Camera');
  await add('Chat');
  await letGo();
  await findings().waitFor();
  // Something is put where it must not be: under the platform's chat.
  const goal = await boxOf('goal');
  await dragByTouch(page, middle(goal), { x: 0, y: 330 });
  await letGo();
  await page
    .getByText(
      /of Gift goal is under Brindle’s|of Chat lies under Gift goal|of Gift goal lies under|Brindle’s chat already/,
    )
    .first()
    .waitFor();
  await findings().tap();
  for (let left = 12; left > 0; left -= 1) {
    const item = page.getByRole('list', { name: 'Findings' }).getByRole('listitem').first();
    if (!(await item.isVisible().catch(() => false))) break;
    const says = (await item.innerText()).split('\n')[0] ?? '';
    // By its words: what has just been mended may still be leaving the list above it.
    await page
      .getByRole('list', { name: 'Findings' })
      .getByRole('listitem')
      .filter({ hasText: says })
      .getByRole('button')
      .first()
      .tap();
    await until(
      () => page.getByRole('list', { name: 'Findings' }).innerText(),
      (text) => !text.includes(says),
    );
  }
  await page.getByText('Nothing to put right').first().waitFor();
  await closeSheet(page);
  assert.equal(await findings().count(), 0);
});

test('a finding that is dismissed stays dismissed, and can be told again', async () => {
  await open('Leaderboard');
  await page.getByRole('tab', { name: 'Place', exact: true }).tap();
  await page.getByRole('textbox', { name: /^Left/ }).fill('-120');
  await page.getByRole('textbox', { name: /^Left/ }).press('Enter');
  await closeSheet(page);
  await findings().tap();
  await page
    .getByRole('listitem')
    .filter({ hasText: 'outside the frame' })
    .getByRole('button', { name: 'Dismiss' })
    .tap();
  await closeSheet(page);
  await page.reload();
  await page.getByRole('button', { name: '! 0 to put right' }).tap();
  await page.getByRole('list', { name: 'Dismissed' }).getByRole('button', { name: 'Tell me again' }).tap();
  await page.getByRole('list', { name: 'Findings' }).getByRole('button', { name: 'Move Leaderboard' }).tap();
  await page.getByText('Nothing to put right').first().waitFor();
  await closeSheet(page);
});

test('by two fingers a piece is made larger and turned; a double tap opens it; held, several are put in line', async () => {
  // What was chosen before the reload still is: the address says so.
  await letGo();
  const before = await boxOf('leaderboard');
  await page.getByRole('button', { name: 'Choose Leaderboard' }).tap();
  await twoFingers(middle(before), [30, 0], [62, 0]);
  const larger = await until(
    () => boxOf('leaderboard'),
    ({ width }) => width > before.width * 1.1,
  );
  assert.ok(Math.abs(larger.width / larger.height - before.width / before.height) < 0.03, 'in proportion');
  await twoFingers(middle(larger), [40, 0], [40, 34]);
  await page.getByTestId('piece-leaderboard').dblclick();
  await page.getByRole('tab', { name: 'Place', exact: true }).tap();
  const turned = Number(await page.getByRole('textbox', { name: /^Turned/ }).inputValue());
  assert.ok(turned > 15 && turned < 45, `turned by ${turned}`);
  await page.getByRole('textbox', { name: /^Turned/ }).fill('0');
  await page.getByRole('textbox', { name: /^Turned/ }).press('Enter');
  await closeSheet(page);
  await page.getByRole('button', { name: 'Choose Gift goal' }).tap();
  // Held for half a second.
  const client = await page.context().newCDPSession(page);
  const at = middle(await boxOf('spotlight'));
  await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ ...at, id: 1 }] });
  await page.waitForTimeout(700);
  await client.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await page.getByText('2 chosen').waitFor();
  await page.getByRole('button', { name: 'In line at their right' }).tap();
  const [goal, spotlight] = [await boxOf('goal'), await boxOf('spotlight')];
  assert.ok(Math.abs(goal.x + goal.width - spotlight.x - spotlight.width) < 1.5);
  await page.getByRole('button', { name: 'Undo' }).tap();
  await page.getByRole('button', { name: 'Deselect', exact: true }).tap();
});

test('a chip that is held and dragged changes the order; locked, a piece is not dragged; taken off, it is on no outlet', async () => {
  const stack = page.getByRole('group', { name: 'Pieces, front first' });
  const names = (): Promise<string[]> => stack.getByRole('button').allInnerTexts();
  const first = (await names())[0] ?? '';
  await stack.getByRole('button').first().scrollIntoViewIfNeeded();
  const box = await stack.getByRole('button').first().boundingBox();
  assert.ok(box);
  const client = await page.context().newCDPSession(page);
  const from = middle(box);
  await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ ...from, id: 1 }] });
  await page.waitForTimeout(450);
  for (let n = 1; n <= 20; n += 1) {
    await client.send('Input.dispatchTouchEvent', {
      type: 'touchMove',
      touchPoints: [{ x: from.x + n * 8, y: from.y, id: 1 }],
    });
    await page.waitForTimeout(15);
  }
  await client.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await until(names, (now) => now[0] !== first && now.includes(first));
  await open('Gift goal');
  await page.getByRole('tab', { name: 'Place', exact: true }).tap();
  await page.getByRole('button', { name: 'Lock', exact: true }).tap();
  await closeSheet(page);
  const locked = await boxOf('goal');
  await dragByTouch(page, middle(locked), { x: 30, y: 60 });
  assert.deepEqual(await boxOf('goal'), locked);
  await open('Gift goal');
  await page.getByRole('tab', { name: 'Place', exact: true }).tap();
  await page.getByRole('button', { name: 'Unlock' }).tap();
  await page.getByRole('button', { name: 'Hide' }).tap();
  await until(
    () => wordsOn(outlet),
    (words) => !words.includes('Gift goal'),
  );
  await page.getByRole('button', { name: 'Show', exact: true }).tap();
  await until(
    () => wordsOn(outlet),
    (words) => words.includes('Gift goal'),
  );
  await closeSheet(page);
});

test('a wide frame is arranged anew, and turned back it is as it was; a proposal is taken by a tap', async () => {
  await letGo();
  const before = await boxOf('leaderboard');
  await page.getByRole('button', { name: /^9:16/ }).tap();
  await page.getByRole('radio', { name: 'Wide' }).tap();
  // Below the sheet, and out of reach meanwhile.
  await page.getByRole('button', { name: /^16:9/, includeHidden: true }).waitFor();
  await page.getByRole('dialog').getByRole('button', { name: 'Arrange for me' }).tap();
  await page.getByRole('list', { name: 'Suggestions' }).getByRole('button').first().tap();
  await page.getByRole('dialog').waitFor({ state: 'detached' });
  await until(
    () =>
      outlet.evaluate(() => {
        const canvas = document.querySelector('canvas');
        return canvas ? canvas.width / canvas.height : 0;
      }),
    (ratio) => Math.abs(ratio - 16 / 9) < 0.02,
  );
  await page.getByRole('button', { name: /^16:9/ }).tap();
  await page.getByRole('radio', { name: 'Upright' }).tap();
  await page.getByRole('button', { name: /^9:16/, includeHidden: true }).waitFor();
  await closeSheet(page);
  const after = await boxOf('leaderboard');
  assert.ok(
    Math.abs(after.x - before.x) < 1 && Math.abs(after.y - before.y) < 1 && Math.abs(after.width - before.width) < 1,
    JSON.stringify({ before, after }),
  );
});

test('safe areas fit what the platform’s own page covers on a phone', async () => {
  const phone = await (await world.person({ baseURL: world.standins })).newPage();
  await phone.goto('/standins/weir/watch');
  const picture = await phone.locator('#phone').boundingBox();
  assert.ok(picture);
  const shareOf = async (selector: string): Promise<{ x: number; y: number; right: number; bottom: number }> => {
    const box = await phone.locator(selector).boundingBox();
    assert.ok(box);
    return {
      x: (box.x - picture.x) / picture.width,
      y: (box.y - picture.y) / picture.height,
      right: (box.x + box.width - picture.x) / picture.width,
      bottom: (box.y + box.height - picture.y) / picture.height,
    };
  };
  const [head, chat, buttons] = SAFE.upright;
  assert.ok(head && chat && buttons);
  const who = await shareOf('.who');
  assert.ok(who.bottom <= head.h + 0.001 && head.h - who.bottom < 0.02, `the head ends at ${who.bottom}`);
  const lines = await shareOf('.chat');
  // Its upper third fades in: half of it is seen from there on.
  const seen = lines.y + (lines.bottom - lines.y) * 0.15;
  assert.ok(chat.y <= seen + 0.001 && seen - chat.y < 0.03, `chat begins at ${seen}`);
  assert.ok(lines.right <= chat.x + chat.w + 0.001, `chat ends at ${lines.right}`);
  const side = await shareOf('.side');
  assert.ok(buttons.x <= side.x && side.x - buttons.x < 0.03, `buttons begin at ${side.x}`);
  assert.ok(buttons.y <= side.y && side.y - buttons.y < 0.05, `buttons begin at ${side.y}`);
});
