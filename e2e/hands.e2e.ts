import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { closeSheet, goTo, showScene } from './person';
import { demoPhone } from './demo-phone';
import { until, VIEWERS, type World } from './world';

/* Hands: what is tried, removed and cleared; keys and a mouse on the stage; a desk that stands still. */

let world: World;
let page: Page;
before(async () => {
  ({ world, page } = await demoPhone());
});
after(() => world.close());

const cues = () => page.getByRole('list', { name: 'Cues' }).getByRole('listitem');

test('a new cue is in sight and marked; a step that adds time asks which countdown; a trial says what it comes to and changes no number', async () => {
  await goTo(page, '/cues');
  await cues().first().waitFor();
  await page.getByRole('button', { name: 'New cue' }).tap();
  await page.getByRole('button', { name: /^Every 100 likes/ }).tap();
  const fresh = cues().last();
  await fresh.getByText('New', { exact: true }).waitFor();
  const box = await fresh.boundingBox();
  assert.ok(box && box.y >= 0 && box.y < 844, `it stands at ${box?.y}`);
  await fresh.getByRole('button', { name: /add a step$/ }).tap();
  await page.getByRole('button', { name: 'Add time to a countdown' }).tap();
  await page.getByRole('radio', { name: 'Kiln fires in' }).tap();
  await closeSheet(page);
  await fresh.getByText(/add/).first().waitFor();
  assert.match(await fresh.innerText(), /add 30 s to Kiln fires in/);
  await page.waitForTimeout(600);
  await fresh.getByRole('button', { name: /^Try/ }).tap();
  const trial = fresh.getByRole('status', { name: 'The trial' });
  await trial.getByText('“Everything” is not open anywhere now, so nobody sees it.').waitFor();
  await trial.getByText(/^Heard: play Wood block/).waitFor();
  await trial.getByText(/Left out of a trial, so that numbers stay as they are: add 30 s to Kiln fires in/).waitFor();
  await trial.getByRole('group', { name: 'How it will look' }).waitFor();
  await goTo(page, '/desk');
  await page.getByRole('group', { name: /^Kiln fires in: 45:00/ }).waitFor();
});

test('where there is no countdown a step makes one, and puts it on the stage', async () => {
  const own = await (await world.person()).newPage();
  await goTo(own, '/shows');
  await own.getByRole('button', { name: 'New show' }).tap();
  await own.getByRole('button', { name: 'Skip the questions' }).tap();
  await own.getByRole('heading', { level: 1, name: 'Feeds' }).waitFor();
  await own.getByRole('link', { name: 'Cues' }).tap();
  await own
    .getByRole('button', { name: /add a step$/ })
    .first()
    .tap();
  await own.getByRole('button', { name: 'Add time to a countdown' }).tap();
  await own.getByText('This show has no countdown yet.').waitFor();
  await own.getByRole('button', { name: 'Make a countdown and add to it' }).tap();
  await closeSheet(own);
  await own.getByText(/add/).first().waitFor();
  await own.getByRole('link', { name: 'Stage' }).tap();
  await own.getByRole('button', { name: 'Choose Time left' }).waitFor();
});

test('what is removed is offered back there, and goes when something else is done', async () => {
  await goTo(page, '/cues');
  await cues().first().waitFor();
  const before = await cues().count();
  const remove = async (): Promise<void> => {
    await cues().last().getByRole('button', { name: 'More for this cue' }).tap();
    await page.getByRole('button', { name: 'Delete this cue' }).tap();
    await until(
      () => cues().count(),
      (count) => count === before - 1,
    );
  };
  await remove();
  await page.getByText(/is deleted\.$/).waitFor();
  await page.getByRole('button', { name: 'Undo' }).tap();
  await until(
    () => cues().count(),
    (count) => count === before,
  );
  await goTo(page, '/stage');
  await page.getByRole('button', { name: 'Choose Kiln fires in' }).tap();
  await page.getByRole('button', { name: 'Edit Kiln fires in' }).tap();
  await page.getByRole('tab', { name: 'Place', exact: true }).tap();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).tap();
  await page.getByText('Kiln fires in is deleted.').waitFor();
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).tap();
  await page.getByRole('button', { name: 'Choose Kiln fires in' }).waitFor();
});

test('the desk’s buttons stay where they are, whatever plays and waits; what is cleared is brought back', async () => {
  await goTo(page, '/desk');
  const places = async (): Promise<string> => {
    const found: string[] = [];
    for (const name of [
      'Hold in Top spotlight',
      'Clear Top spotlight',
      'Skip what is on air in Top spotlight',
      'Add 30 s to Kiln fires in',
      'Draw Next glaze',
      'Break',
    ]) {
      const box = await page.getByRole('button', { name, exact: true }).boundingBox();
      found.push(`${name}: ${Math.round(box?.x ?? -1)}, ${Math.round(box?.y ?? -1)}, ${Math.round(box?.width ?? -1)}`);
    }
    return found.join('\n');
  };
  await page.getByRole('button', { name: 'Hold in Top spotlight' }).waitFor();
  const before = await places();
  await world.brindle('odavarn.kiln', { act: 'live' });
  await page.getByRole('status', { name: /^Live/ }).waitFor();
  for (const uid of ['a', 'b', 'c', 'd'])
    await world.brindle('odavarn.kiln', {
      act: 'follow',
      user: { uid, handle: uid, nickname: `Bartholomäus of the very long handle ${uid}`, badges: [] },
    });
  await page.getByText(/· \d+ s$/).waitFor();
  assert.equal(await places(), before, 'while something plays and three wait');
  await page.getByRole('button', { name: 'Clear Top spotlight' }).tap();
  await page.getByText('Top spotlight is cleared.').waitFor();
  await page.getByText('Nothing on air').waitFor();
  assert.equal(await places(), before, 'after all of it is cleared');
  await page.getByRole('button', { name: 'Bring back' }).tap();
  await page.getByText(/^On air in Top spotlight/).waitFor();
  await page.getByText(/· \d+ s$/).waitFor();
  assert.equal(await places(), before, 'after it is back');
  await world.brindle('odavarn.kiln', { act: 'end' });
});

test('a sentence with a name that is written from right to left reads in the direction of the show’s language', async () => {
  await goTo(page, '/desk');
  await world.brindle('odavarn.kiln', { act: 'live' });
  await page.getByRole('status', { name: /^Live/ }).waitFor();
  await world.brindle('odavarn.kiln', { act: 'follow', user: VIEWERS.layla });
  const said = page
    .getByRole('group', { name: 'Top spotlight' })
    .getByText(/^Welcome to the studio/)
    .first();
  await said.waitFor();
  const { direction, first, last } = await said.evaluate((element) => {
    const text = element.firstChild?.firstChild ?? element.firstChild;
    const range = document.createRange();
    const end = element.textContent?.length ?? 0;
    const node = text?.nodeType === Node.TEXT_NODE ? text : element.firstChild;
    range.setStart(node as Node, 0);
    range.setEnd(node as Node, 1);
    const start = range.getBoundingClientRect().left;
    range.setStart(node as Node, end - 2);
    range.setEnd(node as Node, end - 1);
    return { direction: getComputedStyle(element).direction, first: start, last: range.getBoundingClientRect().left };
  });
  assert.equal(direction, 'ltr');
  assert.ok(first < last, `"Welcome" stands at ${first}, the name at ${last}`);
  await world.brindle('odavarn.kiln', { act: 'end' });
});

test('the stage says which scene is edited and which is on air, and follows it', async () => {
  await goTo(page, '/stage');
  const line = page.getByRole('status', { name: 'Scene' });
  await line.getByText('You edit At the wheel, which is on air').waitFor();
  await goTo(page, '/desk');
  await showScene(page, 'Back soon');
  await goTo(page, '/stage');
  await line.getByText('You edit At the wheel. On air: Back soon').waitFor();
  await page.getByRole('button', { name: 'Follow the scene on air' }).tap();
  await line.getByText('You edit Back soon, which is on air').waitFor();
  await page.getByRole('button', { name: 'Choose Write in chat' }).waitFor();
});

test('wide, by keys: Enter chooses a piece, arrows on a corner resize it, and on the knob they turn it', async () => {
  const wide = await (await world.wide()).newPage();
  await goTo(wide, '/stage');
  const piece = wide.getByRole('button', { name: 'Open the kiln, Goal' });
  await piece.focus();
  await wide.keyboard.press('Enter');
  await wide.getByRole('button', { name: 'Choose Open the kiln', pressed: true }).waitFor();
  await wide.getByRole('tab', { name: 'Place', exact: true }).click();
  const number = async (name: string): Promise<number> =>
    Number(await wide.getByRole('textbox', { name }).inputValue());
  const before = [await number('Left, px'), await number('Width, px')];
  await wide.getByRole('button', { name: 'Resize Open the kiln at the bottom right' }).focus();
  await wide.keyboard.press('ArrowLeft');
  await wide.keyboard.press('Shift+ArrowLeft');
  assert.deepEqual([await number('Left, px'), await number('Width, px')], [before[0], (before[1] ?? 0) - 11]);
  await wide.getByRole('button', { name: 'Turn Open the kiln' }).focus();
  await wide.keyboard.press('ArrowRight');
  assert.equal(Number(await wide.getByRole('textbox', { name: /^Turned/ }).inputValue()), 1);
  await wide.context().close();
});

test('wide, by mouse: what can be done is in sight; the right button brings it up; the wheel with Ctrl resizes', async () => {
  const wide = await (await world.wide()).newPage();
  await goTo(wide, '/stage');
  await wide.getByRole('button', { name: 'Arrange for me' }).waitFor();
  const piece = wide.getByTestId('piece-kiln-goal');
  await piece.click({ button: 'right' });
  await wide.getByRole('menuitem', { name: 'Lock' }).click();
  await wide.getByRole('button', { name: 'Open the kiln, Goal, locked' }).waitFor();
  await piece.click({ button: 'right' });
  await wide.getByRole('menuitem', { name: 'Unlock' }).click();
  const size = async (): Promise<number> => (await piece.boundingBox())?.width ?? 0;
  const before = await size();
  await piece.hover();
  await wide.keyboard.down('Control');
  await wide.mouse.wheel(0, 240);
  await wide.keyboard.up('Control');
  await until(size, (width) => width < before * 0.9);
  await wide.waitForTimeout(500);
  await wide.keyboard.press('Control+z');
  await until(size, (width) => Math.abs(width - before) < 1);
  await piece.dblclick();
  await wide.getByRole('textbox', { name: 'Name' }).and(wide.locator(':focus')).waitFor();
  await wide.context().close();
});

test('a finding’s mark is as large as a thumb needs, and gives way to the handles of what is chosen', async () => {
  const wide = await (await world.wide()).newPage();
  await goTo(wide, '/stage');
  const chip = wide.getByRole('button', { name: 'Choose Open the kiln' });
  await chip.click();
  await wide.getByRole('tab', { name: 'Place', exact: true }).click();
  await wide.getByRole('textbox', { name: 'Top, px' }).fill('20');
  const mark = wide.getByRole('button', { name: 'What is wrong with Open the kiln' });
  assert.equal(await mark.count(), 0, 'its handles are there');
  await wide.getByRole('textbox', { name: 'Top, px' }).press('Enter');
  await wide.getByRole('heading', { level: 1 }).click();
  await wide.keyboard.press('Escape');
  await mark.waitFor();
  const box = await mark.boundingBox();
  assert.ok(box && box.width >= 44 && box.height >= 44, `${box?.width} × ${box?.height}`);
  await chip.click();
  await mark.waitFor({ state: 'detached' });
  await wide.context().close();
});

test('Tab stays within an open sheet, and an error is tied to its field', async () => {
  await goTo(page, '/stage');
  await page.getByRole('button', { name: 'Choose Top spotlight' }).tap();
  await page.getByRole('button', { name: 'Edit Top spotlight' }).tap();
  await page.getByRole('dialog').waitFor();
  for (let n = 0; n < 40; n += 1) {
    await page.keyboard.press('Tab');
    assert.ok(await page.evaluate(() => document.activeElement?.closest('[role="dialog"]') !== null), `Tab ${n + 1}`);
  }
  const name = page.getByRole('textbox', { name: 'Name' });
  await name.fill('');
  const described = await name.getAttribute('aria-describedby');
  assert.ok(described);
  assert.equal(await page.locator(`[id="${described}"]`).innerText(), 'A piece needs a name, to be found in lists.');
});
