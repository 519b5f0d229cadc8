import assert from 'node:assert/strict';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { loudestOf } from './meter';
import { closeSheet } from './person';
import { until, VIEWERS, wordsOn } from './world';
import {
  HANDLE,
  folder,
  world,
  page,
  outlet,
  lastCue,
  change,
  published,
  picture,
  tone,
  gift,
  choose,
  redPoints,
} from './media-world';

test(
  'a newcomer: when someone sends a Glaze Pot, show a picture, play a bell and add 30 s, in under a minute',
  { timeout: 120_000 },
  async () => {
    await page.goto('/stage');
    await page.getByRole('button', { name: 'Add a piece' }).tap();
    await page.getByRole('button', { name: 'Add Countdown' }).tap();
    await published();
    await until(
      () => wordsOn(outlet),
      (words) => /Time left: \d+:\d\d/.test(words),
    );
    const began = Date.now();
    await page.goto('/cues');
    await page.getByRole('button', { name: 'New cue' }).tap();
    await page.getByRole('radio', { name: 'Any moment' }).tap();
    await page.getByRole('button', { name: 'Someone sends a gift' }).tap();
    await change('Change any gift');
    await page.getByRole('checkbox', { name: 'Glaze Pot' }).tap();
    await closeSheet(page);
    await change(/^Change “/);
    await page.getByRole('button', { name: 'Picture and motion' }).tap();
    await choose(page.getByRole('button', { name: 'Add a picture or clip' }), picture());
    await page.getByRole('radio', { name: 'Beside' }).waitFor();
    await closeSheet(page);
    await change(/add a step$/);
    await page.getByRole('button', { name: 'Play a sound' }).tap();
    await page.getByRole('radio', { name: 'Hand bell' }).tap();
    await closeSheet(page);
    await change(/add a step$/);
    await page.getByRole('button', { name: 'Add to a number, or add time' }).tap();
    await closeSheet(page);
    await lastCue()
      .getByText('with pot beside it')
      .or(lastCue().getByRole('button', { name: /with pot beside it/ }))
      .first()
      .waitFor();
    assert.match(
      await lastCue().innerText(),
      /When someone sends Glaze Pot, show “.+” in Spotlight for 4 s with pot beside it, play Hand bell and add 30 s to Time left\./,
    );
    assert.ok(Date.now() - began < 60_000, 'a person is slower than a script, and has a minute');
    await published();
    const left = async (): Promise<number> => {
      const [, minutes = '0', seconds = '0'] = /Time left: (\d+):(\d\d)/.exec(await wordsOn(outlet)) ?? [];
      return Number(minutes) * 60 + Number(seconds);
    };
    const before = await left();
    assert.ok((await redPoints()) < 100, 'nothing of its colour is there before');
    await gift('glaze-pot');
    await until(redPoints, (points) => points > 2000, 20_000);
    await until(
      () => loudestOf(outlet),
      (peak) => peak > 0.05,
    );
    const after = await left();
    assert.ok(after > before + 15 && after <= before + 30, `30 s were added: ${before} became ${after}`);
  },
);

test(
  'files are told by their content; what is no good says why, and the same one twice is one',
  { timeout: 60_000 },
  async () => {
    await page.goto('/media');
    writeFileSync(
      join(folder, 'script.svg'),
      '<svg xmlns="http://www.w3.org/2000/svg" width="4" height="4"><script>alert(1)</script></svg>',
    );
    writeFileSync(join(folder, 'song.mp3'), 'no song at all');
    writeFileSync(join(folder, 'broken.png'), readFileSync(join(folder, 'pot.png')).subarray(0, 60));
    writeFileSync(join(folder, 'again.jpg'), readFileSync(join(folder, 'pot.png')));
    await choose(
      page.getByRole('button', { name: 'Add files' }),
      ...['script.svg', 'song.mp3', 'broken.png', 'again.jpg'].map((name) => join(folder, name)),
    );
    const said = page.getByRole('alert');
    await said.getByText('“again.jpg” is in the library already, as “pot”.').waitFor();
    await said.getByText(/^This SVG holds a script/).waitFor();
    await said.getByText(/^“song.mp3” is no picture, clip or sound/).waitFor();
    await said.getByText(/broken/).waitFor();
    assert.equal(await page.getByRole('list', { name: 'Files' }).getByRole('listitem').count(), 1);
  },
);

test(
  'sounds of one’s own, however loud they are, come out alike; one that is far off says so',
  { timeout: 120_000 },
  async () => {
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
      await page.goto('/cues');
      await page.getByRole('button', { name: 'New cue' }).tap();
      await page.getByRole('button', { name: /^Applause at a press/ }).tap();
      await change('Change Rattle');
      await page.getByRole('radio', { name }).tap();
      await closeSheet(page);
      await until(
        () => wordsOn(outlet),
        (words) => !words.includes('Applause'),
        20_000,
      );
      await published();
      await until(
        () => loudestOf(outlet),
        (peak) => peak < 0.005,
        15_000,
      );
      await lastCue().getByRole('button', { name: /^Try/ }).tap();
      await until(
        () => loudestOf(outlet),
        (peak) => peak > 0.02,
        15_000,
      );
      await page.waitForTimeout(700);
      levels.push(await loudestOf(outlet));
    }
    const [loud = 0, soft = 0] = levels;
    // A steady sine at −18 LUFS has a peak of about −15 dB of full scale.
    assert.ok(Math.abs(20 * Math.log10(loud / soft)) < 0.5, `${loud} and ${soft} are alike`);
    assert.ok(Math.abs(20 * Math.log10(loud) + 15) < 1.5, `${20 * Math.log10(loud)} dB`);
  },
);

test(
  'words are read aloud by the server where the browser has no voices; what may not be said is not; it stops at a press of Skip',
  { timeout: 90_000 },
  async () => {
    await page.goto('/sound');
    await page.getByLabel('Never say this word').fill('kiln');
    await page.getByRole('button', { name: 'Leave it out' }).tap();
    await page.getByLabel('Try a text').fill('Nooooooo kiln https://example.org');
    await page.getByRole('status').getByText('Nooo', { exact: true }).waitFor();
    await page.goto('/cues');
    await page.getByRole('button', { name: 'New cue' }).tap();
    await page.getByRole('radio', { name: 'Any moment' }).tap();
    await page.getByRole('button', { name: 'Someone shares the broadcast' }).tap();
    await change(/add a step$/);
    await page.getByRole('button', { name: 'Read aloud', exact: true }).tap();
    await page
      .getByLabel('Words to read')
      .fill('The kiln is hot, and so is the whole studio tonight, says {viewer}, who has seen it from close by');
    await closeSheet(page);
    await published();
    await until(
      () => loudestOf(outlet),
      (peak) => peak < 0.005,
      15_000,
    );
    assert.equal(await outlet.evaluate(() => speechSynthesis.getVoices().length), 0);
    await world.brindle(HANDLE, { act: 'share', user: VIEWERS.hana });
    await until(
      () => outlet.getByLabel('Heard from here').innerText(),
      (text) => text.startsWith('The is hot'),
      20_000,
    );
    await until(
      () => loudestOf(outlet),
      (peak) => peak > 0.02,
      15_000,
    );
    await page.goto('/desk');
    await page.getByRole('button', { name: /^Skip what is on air/ }).tap();
    await until(
      () => loudestOf(outlet),
      (peak) => peak < 0.01,
      2500,
    );
  },
);

test(
  'cues and their media go out as a file and come into another browser; what clashes is shown first',
  { timeout: 90_000 },
  async () => {
    await page.goto('/cues');
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save cues as a file' }).tap(),
    ]);
    const path = join(folder, 'cues.json');
    await download.saveAs(path);
    const other = await (await world.person()).newPage();
    await other.goto('/cues');
    await other.getByRole('listitem').first().waitFor();
    const before = await other.getByRole('listitem').count();
    const bring = async (file: string): Promise<void> => {
      const [chooser] = await Promise.all([
        other.waitForEvent('filechooser'),
        other.getByRole('button', { name: 'Bring in cues' }).tap(),
      ]);
      await chooser.setFiles(file);
    };
    writeFileSync(join(folder, 'none.json'), '{"hello":1}');
    await bring(join(folder, 'none.json'));
    await other
      .getByRole('alert')
      .getByText(/^This is no cue file/)
      .waitFor();
    await bring(path);
    const sheet = other.getByRole('dialog');
    await sheet.getByText('Nothing has been changed yet.').waitFor();
    assert.equal(
      await other
        .getByRole('list', { includeHidden: true })
        .first()
        .getByRole('listitem', { includeHidden: true })
        .count(),
      before,
    );
    await sheet.getByText('You have the same already.').first().waitFor();
    await sheet.getByText(/^It tells 127\.0\.0\.1:\d+\. It comes in switched off/).waitFor();
    await sheet.getByRole('button', { name: /^Bring in \d+ cues$/ }).tap();
    await other
      .getByText(/with pot beside it/)
      .or(other.getByRole('button', { name: /with pot beside it/ }))
      .first()
      .waitFor();
    await other.getByText('Switched off.').first().waitFor();
    assert.ok((await other.getByRole('listitem').count()) > before);
    await other.goto('/media');
    await other.getByRole('button', { name: /^pot, PNG · 120 × 120/ }).waitFor();
    await bringAgain();

    // What came in is all there now: nothing is new any more.
    async function bringAgain(): Promise<void> {
      await other.goto('/cues');
      await other.getByRole('listitem').first().waitFor();
      await bring(path);
      await sheet.getByRole('button', { name: 'Bring nothing in' }).waitFor();
      await other.context().close();
    }
  },
);

test('a picture that is used is not removed without asking', { timeout: 60_000 }, async () => {
  await page.goto('/media');
  await page.getByRole('button', { name: /^pot, PNG/ }).tap();
  await page.getByText(/in My show$/).waitFor();
  await page.getByRole('button', { name: 'Remove', exact: true }).tap();
  await page.getByRole('button', { name: 'Remove it' }).tap();
  await page.getByRole('button', { name: /^pot, PNG/ }).waitFor({ state: 'detached' });
  await page.goto('/cues');
  await page.getByText('Its picture is gone. Choose another one.').waitFor();
});
