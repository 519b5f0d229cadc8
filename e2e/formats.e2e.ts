import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import type { Locator, Page } from 'playwright-core';
import { onAir, type OnAir } from './on-air';
import { closeSheet, goTo } from './person';
import { until, wordsOn, type World } from './world';

/* Files of every form that is taken, made by ffmpeg: heard and seen as they should be. */

let world: World;
let page: Page;
let outlet: Page;
let lastCue: OnAir['lastCue'];
let change: OnAir['change'];
let published: OnAir['published'];
const folder = mkdtempSync(join(tmpdir(), 'gavirn-formats-'));
const path = (name: string): string => join(folder, name);
const ffmpeg = (...args: string[]): void => void execFileSync('ffmpeg', ['-v', 'error', '-y', ...args]);

before(async () => {
  const sine = ['-f', 'lavfi', '-i', 'sine=frequency=500:sample_rate=48000:duration=2', '-af', 'volume=17dB'];
  for (const [name, codec] of [
    ['one.wav', 'pcm_s16le'],
    ['two.ogg', 'libvorbis'],
    ['three.flac', 'flac'],
    ['four.mp3', 'libmp3lame'],
    ['five.m4a', 'aac'],
  ] as const)
    ffmpeg(...sine, '-c:a', codec, path(name));
  const colour = (name: string): string[] => ['-f', 'lavfi', '-i', `color=c=${name}:s=120x120:r=10:d=0.5`];
  ffmpeg(
    ...colour('0xE01020'),
    ...colour('0x1030E0'),
    '-filter_complex',
    '[0][1]concat=n=2:v=1:a=0',
    path('blink.gif'),
  );
  ffmpeg(
    '-f',
    'lavfi',
    '-i',
    'color=c=0xE01020:s=160x160:r=10:d=3',
    '-c:v',
    'libvpx',
    '-b:v',
    '300k',
    path('clip.webm'),
  );
  ffmpeg(...colour('0x10A040'), '-frames:v', '1', path('jar.png'));
  ({ world, page, outlet, lastCue, change, published } = await onAir('odavarn.forms', { live: false }));
});
after(async () => {
  await world.close();
  rmSync(folder, { recursive: true, force: true });
});

async function choose(button: Locator, ...files: string[]): Promise<void> {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), button.tap()]);
  await chooser.setFiles(files.map(path));
}

/** How many of the outlet's points are near a colour that nothing of Gavirn's own has. */
const pointsOf = (red: number, green: number, blue: number): Promise<number> =>
  outlet.evaluate(
    ([r = 0, g = 0, b = 0]) => {
      const canvas = document.querySelector('canvas');
      const data = canvas?.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data ?? [];
      let count = 0;
      for (let n = 0; n < data.length; n += 4)
        if (
          Math.abs((data[n] ?? 0) - r) < 36 &&
          Math.abs((data[n + 1] ?? 0) - g) < 36 &&
          Math.abs((data[n + 2] ?? 0) - b) < 36
        )
          count += 1;
      return count;
    },
    [red, green, blue],
  );
const red = (): Promise<number> => pointsOf(0xe0, 0x10, 0x20);
const blue = (): Promise<number> => pointsOf(0x10, 0x30, 0xe0);
const green = (): Promise<number> => pointsOf(0x10, 0xa0, 0x40);
const tryIt = (): Promise<void> => lastCue().getByRole('button', { name: /^Try/ }).tap();
const pictureOf = async (name: string): Promise<void> => {
  // The press has the same name; its words come behind it.
  await lastCue()
    .getByRole('button', { name: /^Change “Applause/ })
    .last()
    .tap();
  await page.getByRole('button', { name: 'Picture and motion' }).tap();
  await page.getByRole('radio', { name, exact: true }).tap();
  await closeSheet(page);
  await published();
};
const clear = (): Promise<unknown> =>
  until(
    () => wordsOn(outlet),
    (words) => !words.includes('Applause'),
  );

test('WAV, OGG, FLAC, MP3 and M4A of one tone are measured alike', async () => {
  await goTo(page, '/media');
  await choose(
    page.getByRole('button', { name: 'Add files' }),
    'one.wav',
    'two.ogg',
    'three.flac',
    'four.mp3',
    'five.m4a',
  );
  // ffmpeg's sine has a peak of an eighth: −18.06 dB. With 17 dB more it is −1.06, and a sine of that peak measures 3.01 + 0.69 less.
  for (const name of ['one, WAV', 'two, Ogg', 'three, FLAC', 'four, MP3', 'five, M4A'])
    await page
      .getByRole('button', { name: new RegExp(`^${name}`) })
      .getByText('13 LU louder than your target')
      .waitFor();
});

test('an animated GIF moves in an alert, a clip plays, a picture that is replaced is another one wherever it is used', async () => {
  await choose(page.getByRole('button', { name: 'Add files' }), 'blink.gif', 'clip.webm');
  await page.getByRole('button', { name: /^blink, GIF/ }).waitFor();
  await page.getByRole('button', { name: /^clip, WebM/ }).waitFor();
  await goTo(page, '/cues');
  await page.getByRole('button', { name: 'New cue' }).tap();
  await page.getByRole('button', { name: /^Applause at a press/ }).tap();
  await pictureOf('blink');
  await tryIt();
  await until(red, (points) => points > 800);
  await until(blue, (points) => points > 800);
  await until(red, (points) => points > 800);
  await clear();
  await pictureOf('clip');
  await tryIt();
  await until(red, (points) => points > 800);
  await clear();
  await pictureOf('blink');
  await goTo(page, '/media');
  await page.getByRole('button', { name: /^blink, GIF/ }).tap();
  await page.getByText(/in My show$/).waitFor();
  await choose(page.getByRole('button', { name: 'Replace with another file' }), 'jar.png');
  await page.getByRole('button', { name: /^jar, PNG/ }).waitFor();
  await goTo(page, '/cues');
  await lastCue()
    .getByRole('button', { name: /with jar beside it/ })
    .first()
    .waitFor();
  await published();
  await tryIt();
  await until(green, (points) => points > 800);
  await clear();
});

test('one of several cues, by chance: never the same twice running', async () => {
  await goTo(page, '/stage');
  await page.getByRole('button', { name: 'Choose Spotlight' }).tap();
  await page.getByRole('button', { name: 'Edit Spotlight' }).tap();
  await page.getByRole('radio', { name: 'The newest at once' }).tap();
  await closeSheet(page);
  await goTo(page, '/cues');
  await change(/add a step$/);
  await page.getByRole('button', { name: 'One of several cues, by chance' }).tap();
  await page.getByRole('checkbox', { name: 'Cue 1' }).waitFor();
  await closeSheet(page);
  await published();
  const shown: string[] = [];
  for (let n = 0; n < 3; n += 1) {
    await tryIt();
    const words = await until(
      () => wordsOn(outlet),
      (now) => /Welcome,|sent \d/.test(now),
    );
    shown.push(/Welcome,/.test(words) ? 'welcome' : 'sent');
    await until(
      () => wordsOn(outlet),
      (now) => !/Welcome,|sent \d/.test(now),
    );
  }
  if (shown.some((which, n) => which === shown[n - 1]))
    throw new Error(`The same came twice running: ${shown.join(', ')}`);
});
