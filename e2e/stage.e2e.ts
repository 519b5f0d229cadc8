import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { addPiece, closeSheet, goTo, press } from './person';
import { dragByTouch, until, World } from './world';

let world: World;
before(async () => {
  world = await World.open();
});
after(() => world.close());

async function placeOf(page: Page, wide = false): Promise<{ x: number; y: number; w: number; h: number }> {
  if (!wide) await press(page.getByRole('button', { name: /^Edit / }));
  await press(page.getByRole('tab', { name: 'Place', exact: true }));
  const read = async (label: string): Promise<number> =>
    Number(await page.getByRole('textbox', { name: `${label}, px` }).inputValue());
  const place = { x: await read('Left'), y: await read('Top'), w: await read('Width'), h: await read('Height') };
  if (!wide) await closeSheet(page);
  return place;
}

const middle = async (page: Page, name: string | RegExp): Promise<{ x: number; y: number }> => {
  const box = await page.getByRole('button', { name }).boundingBox();
  assert.ok(box);
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
};

test('by thumb: a piece is moved and resized, and that undone and redone', async () => {
  const page = await (await world.person()).newPage();
  await goTo(page, '/stage');
  await page.getByRole('button', { name: 'Choose Leaderboard' }).tap();
  const before = await placeOf(page);
  const frame = await page.locator('canvas').boundingBox();
  assert.ok(frame);
  const scale = frame.width / 1080;

  await dragByTouch(page, await middle(page, 'Leaderboard, Leaderboard'), { x: 40, y: 90 });
  const moved = await placeOf(page);
  // The gesture starts after 3 px; a thumb is not more exact than that.
  assert.ok(
    Math.abs(moved.x - before.x - 40 / scale) < 14 && Math.abs(moved.y - before.y - 90 / scale) < 14,
    JSON.stringify({ before, moved, scale }),
  );
  assert.deepEqual([moved.w, moved.h], [before.w, before.h]);

  const corner = page.getByRole('button', { name: 'Resize Leaderboard at the bottom right' });
  const handle = await corner.boundingBox();
  assert.ok(handle && handle.width >= 44 && handle.height >= 44, 'a handle is big enough for a thumb');
  await dragByTouch(page, await middle(page, 'Resize Leaderboard at the bottom right'), { x: 50, y: 30 });
  const resized = await placeOf(page);
  assert.deepEqual([resized.x, resized.y], [moved.x, moved.y]);
  assert.ok(resized.w > moved.w + 100 && resized.h > moved.h + 50, JSON.stringify({ moved, resized }));

  await page.getByRole('button', { name: 'Undo' }).tap();
  await page.getByRole('button', { name: 'Undo' }).tap();
  assert.deepEqual(await placeOf(page), before);
  await page.getByRole('button', { name: 'Redo' }).tap();
  assert.deepEqual(await placeOf(page), moved);
  await page.reload();
  // It is chosen still: the address says so.
  await page.getByRole('button', { name: 'Choose Leaderboard', pressed: true }).waitFor();
  assert.deepEqual(await placeOf(page), moved, 'it is kept in the browser');
  await page.getByRole('button', { name: 'Undo' }).tap();
  assert.deepEqual(await placeOf(page), before, 'and so is what can be undone');
  await page.getByRole('button', { name: 'Redo' }).tap();
  await page.context().close();
});

test('a piece dragged to the middle snaps to it', async () => {
  const page = await (await world.person()).newPage();
  await goTo(page, '/stage');
  await page.getByRole('button', { name: 'Choose Gift goal' }).tap();
  const { x, w } = await placeOf(page);
  const frame = await page.locator('canvas').boundingBox();
  assert.ok(frame);
  await dragByTouch(page, await middle(page, 'Gift goal, Goal'), {
    x: (540 - (x + w / 2)) * (frame.width / 1080) + 2,
    y: 0,
  });
  const now = await placeOf(page);
  assert.equal(now.x + now.w / 2, 540);
  await page.context().close();
});

test('wide: arrow keys move by 1 and by 10, Z takes it back, numbers can be typed', async () => {
  const page = await (await world.wide()).newPage();
  await goTo(page, '/stage');
  await page.getByRole('button', { name: 'Choose Gift goal' }).click();
  const before = await placeOf(page, true);
  // On a tab or a choice the arrows go from one to the next.
  await page.getByRole('button', { name: 'Gift goal, Goal' }).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  assert.deepEqual(await placeOf(page, true), { ...before, x: before.x + 1, y: before.y + 10 });
  await page.keyboard.press('z');
  assert.deepEqual(await placeOf(page, true), { ...before, x: before.x + 1 });
  await page.keyboard.press('Shift+Z');
  assert.deepEqual(await placeOf(page, true), { ...before, x: before.x + 1, y: before.y + 10 });
  // As everywhere: Ctrl or Command, Y too.
  await page.keyboard.press('Control+z');
  assert.deepEqual(await placeOf(page, true), { ...before, x: before.x + 1 });
  await page.keyboard.press('Control+y');
  await page.keyboard.press('Meta+z');
  await page.keyboard.press('Meta+Shift+z');
  assert.deepEqual(await placeOf(page, true), { ...before, x: before.x + 1, y: before.y + 10 });
  // Single letters can be switched off; those with Ctrl stay.
  await page.getByRole('button', { name: 'Keys' }).click();
  await page.getByRole('radio', { name: 'Do nothing' }).click();
  await closeSheet(page);
  await page.getByRole('button', { name: 'Gift goal, Goal' }).focus();
  await page.keyboard.press('z');
  await page.keyboard.press('3');
  assert.match(await page.title(), /^Stage · .* · Gavirn$/);
  assert.deepEqual(await placeOf(page, true), { ...before, x: before.x + 1, y: before.y + 10 });
  await page.getByRole('textbox', { name: 'Left, px' }).fill('200');
  assert.equal((await placeOf(page, true)).x, 200);
  await page.getByRole('textbox', { name: 'Width, px' }).fill('5');
  await page.getByText(/A whole number from 300/).waitFor();
  await page.context().close();
});

test('wide: by mouse a piece is dragged, resized and turned; with Shift several move together, and Delete removes them', async () => {
  const page = await (await world.wide()).newPage();
  await goTo(page, '/stage');
  const box = async (id: string) => {
    const found = await page.getByTestId(`piece-${id}`).boundingBox();
    assert.ok(found);
    return found;
  };
  const drag = async (from: { x: number; y: number }, dx: number, dy: number): Promise<void> => {
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    for (let n = 1; n <= 10; n += 1) await page.mouse.move(from.x + (dx * n) / 10, from.y + (dy * n) / 10);
    await page.mouse.up();
  };
  const centre = ({ x, y, width, height }: Awaited<ReturnType<typeof box>>) => ({
    x: x + width / 2,
    y: y + height / 2,
  });
  const before = await box('leaderboard');
  await drag(centre(before), 70, 40);
  const moved = await box('leaderboard');
  assert.ok(
    Math.abs(moved.x - before.x - 70) < 8 && Math.abs(moved.y - before.y - 40) < 8,
    JSON.stringify({ before, moved }),
  );
  const corner = await page.getByRole('button', { name: 'Resize Leaderboard at the bottom right' }).boundingBox();
  assert.ok(corner);
  await drag(centre(corner), 30, 20);
  const larger = await box('leaderboard');
  assert.ok(larger.width > moved.width + 15 && Math.abs(larger.x - moved.x) < 2);
  const knob = await page.getByRole('button', { name: 'Turn Leaderboard' }).boundingBox();
  assert.ok(knob);
  await drag(centre(knob), 60, 30);
  await page.getByRole('tab', { name: 'Place', exact: true }).click();
  assert.ok(Number(await page.getByRole('textbox', { name: /^Turned/ }).inputValue()) > 10);
  await page.getByRole('button', { name: 'Choose Gift goal' }).click();
  await page.keyboard.down('Shift');
  await page.mouse.click(centre(await box('spotlight')).x, centre(await box('spotlight')).y);
  await page.keyboard.up('Shift');
  await page.getByText('2 chosen').waitFor();
  const [goal, spotlight] = [await box('goal'), await box('spotlight')];
  await drag(centre(goal), 0, 50);
  const [goalAfter, spotlightAfter] = [await box('goal'), await box('spotlight')];
  assert.ok(goalAfter.y > goal.y + 30);
  assert.ok(Math.abs(goalAfter.y - goal.y - (spotlightAfter.y - spotlight.y)) < 1.5, 'both move alike');
  await page.keyboard.press('Delete');
  await page.getByTestId('piece-goal').waitFor({ state: 'detached' });
  await page.keyboard.press('z');
  await page.getByTestId('piece-goal').waitFor();
  await page.context().close();
});

test('pieces are added, ordered and removed; an empty stage says what to do first', async () => {
  const page = await (await world.person()).newPage();
  await goTo(page, '/stage');
  for (const name of ['Gift goal', 'Spotlight', 'Leaderboard']) {
    await page.getByRole('button', { name: `Choose ${name}`, exact: true }).tap();
    await page.getByRole('button', { name: /^Edit / }).tap();
    await page.getByRole('tab', { name: 'Place', exact: true }).tap();
    await page.getByRole('button', { name: 'Delete' }).tap();
  }
  await page.getByText('Nothing is on the stage yet.').waitFor();
  await addPiece(page, 'Spotlight');
  await addPiece(page, 'Leaderboard');
  const names = (): Promise<string[]> =>
    page.getByRole('group', { name: 'Pieces, front first' }).getByRole('button').allInnerTexts();
  assert.deepEqual(await names(), ['Leaderboard', 'Spotlight']);
  await page.getByRole('button', { name: /^Edit / }).tap();
  await page.getByRole('tab', { name: 'Place', exact: true }).tap();
  await page.getByRole('button', { name: 'Back' }).tap();
  await closeSheet(page);
  await until(names, (list) => list[0] === 'Spotlight');
  await page.context().close();
});
