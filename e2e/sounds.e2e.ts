import assert from 'node:assert/strict';
import { test } from 'node:test';
import { loudestOf } from './meter';
import { ownTime } from './own-time';
import { closeSheet, goTo } from './person';
import { until, VIEWERS, wordsOn } from './world';
import { HANDLE, world, page, outlet, lastCue, change, published, choose, tone } from './media-world';

test('a check of the way to the stream’s sound: bells are played there, and a “no” says what to look at', async () => {
  await goTo(page, '/sound');
  await page.getByRole('button', { name: 'Play three bells there' }).tap();
  await until(
    () => outlet.getByLabel('Heard from here').innerText(),
    (text) => text === 'three-bells',
  );
  await until(
    () => loudestOf(outlet),
    (peak) => peak > 0.02,
  );
  await page.getByRole('button', { name: 'No', exact: true }).tap();
  await page.getByText(/^It is open\. Browsers stay silent until a page is touched/).waitFor();
  const silent = page.getByRole('radio', { name: 'Silent here: outlet only', checked: true });
  await page.getByRole('radio', { name: 'Silent here: outlet only' }).tap();
  // The choice is shown once it is written down: a page that is left while the tap is still on its way has chosen nothing.
  await silent.waitFor();
  await page.reload();
  await silent.waitFor();
});

test('sounds of one’s own, however loud they are, come out alike; one that is far off says so', async () => {
  await goTo(page, '/media');
  await choose(page.getByRole('button', { name: 'Add files' }), tone('loud.wav', 0.9), tone('soft.wav', 0.01));
  // A sine of peak p has p²/2: −3.01 dB below its peak, less 0.691 and the filter's gain at 500 Hz, which is near 0 (BS.1770-4).
  await page
    .getByRole('button', { name: /^soft/ })
    .getByText(/LU quieter than your target/)
    .waitFor();
  await page
    .getByRole('button', { name: /^loud/ })
    .getByText(/LU louder than your target/)
    .waitFor();
  await page.getByRole('button', { name: /^loud/ }).tap();
  await page.getByLabel('Ends at, seconds').fill('1.5');
  await page.getByLabel('Fades out, seconds').fill('0.2');
  await closeSheet(page);
  await page.getByRole('button', { name: /^loud, WAV · 1\.5 s/ }).waitFor();
  const levels: number[] = [];
  for (const name of ['loud', 'soft']) {
    await goTo(page, '/cues');
    await page.getByRole('button', { name: 'New cue' }).tap();
    await page.getByRole('button', { name: /^Applause at a press/ }).tap();
    await change('Change Rattle');
    await page.getByRole('radio', { name }).tap();
    await closeSheet(page);
    await until(
      () => wordsOn(outlet),
      (words) => !words.includes('Applause'),
    );
    await published();
    await until(
      () => loudestOf(outlet),
      (peak) => peak < 0.005,
    );
    await lastCue().getByRole('button', { name: /^Try/ }).tap();
    await until(
      () => loudestOf(outlet),
      (peak) => peak > 0.02,
    );
    await page.waitForTimeout(700);
    levels.push(await loudestOf(outlet));
  }
  const [loud = 0, soft = 0] = levels;
  // A steady sine at −18 LUFS has a peak of about −15 dB of full scale.
  assert.ok(Math.abs(20 * Math.log10(loud / soft)) < 0.5, `${loud} and ${soft} are alike`);
  assert.ok(Math.abs(20 * Math.log10(loud) + 15) < 1.5, `${20 * Math.log10(loud)} dB`);
});

test('words are read aloud by the server where the browser has no voices; what may not be said is not; it stops at a press of Skip', async () => {
  await goTo(page, '/sound');
  await page.getByLabel('Never say this word').fill('kiln');
  await page.getByRole('button', { name: 'Leave it out' }).tap();
  await page.getByLabel('Test with a text').fill('Nooooooo kiln https://example.org');
  await page.getByRole('status').getByText('Nooo', { exact: true }).waitFor();
  await goTo(page, '/cues');
  await page.getByRole('button', { name: 'New cue' }).tap();
  await page.getByRole('radio', { name: 'Choose what starts it' }).tap();
  await page.getByRole('button', { name: 'Someone shares the broadcast' }).tap();
  await change(/add a step$/);
  await page.getByRole('button', { name: 'Read aloud', exact: true }).tap();
  await page
    .getByLabel('Words to read')
    .fill(
      'The kiln is hot, and so is the whole studio tonight, says {viewer}, who has seen it from close by and has waited for it all day long',
    );
  await closeSheet(page);
  await published();
  await until(
    () => loudestOf(outlet),
    (peak) => peak < 0.005,
  );
  assert.equal(await outlet.evaluate(() => speechSynthesis.getVoices().length), 0);
  // Open beforehand: the words are read in seconds, and a page may take as long to come.
  const desk = await page.context().newPage();
  await goTo(desk, '/desk');
  await desk.getByRole('status', { name: /^Live/ }).waitFor();
  await world.brindle(HANDLE, { act: 'share', user: VIEWERS.hana });
  await until(
    () => outlet.getByLabel('Heard from here').innerText(),
    (text) => text.startsWith('The is hot'),
  );
  await until(
    () => loudestOf(outlet),
    (peak) => peak > 0.02,
  );
  await desk.getByRole('button', { name: /^Skip what is on air/ }).tap();
  const skipped = ownTime();
  await until(
    () => loudestOf(outlet),
    (peak) => peak < 0.01,
  );
  assert.ok(skipped() < 2500, `it went on for ${skipped()} ms`);
});
