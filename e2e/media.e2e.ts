import assert from 'node:assert/strict';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { createCanvas } from '@napi-rs/canvas';
import type { Locator, Page } from 'playwright-core';
import { WaveFile } from 'wavefile';
import { verify } from '@/server/feed/signature';
import { loudestOf } from './meter';
import { onAir, type OnAir } from './on-air';
import { closeSheet } from './person';
import { until, VIEWERS, wordsOn, type World } from './world';

/* Pictures and sounds of one's own, countdowns, words read aloud, and cues that come from a file: by touch, seen and heard in an outlet. */

const HANDLE = 'odavarn.kiln';
const RED = '#e01020';
let folder: string;
let world: World;
let page: Page;
let outlet: Page;
let lastCue: OnAir['lastCue'];
let change: OnAir['change'];
let published: OnAir['published'];

/** A picture of one colour, which nothing else on the frame has. */
function picture(): string {
  const canvas = createCanvas(120, 120);
  const context = canvas.getContext('2d');
  context.fillStyle = RED;
  context.fillRect(0, 0, 120, 120);
  writeFileSync(join(folder, 'pot.png'), canvas.toBuffer('image/png'));
  return join(folder, 'pot.png');
}

/** A tone of 2 s; `peak`: of full scale. */
function tone(name: string, peak: number): string {
  const file = new WaveFile();
  file.fromScratch(
    1,
    48_000,
    '16',
    Float64Array.from({ length: 96_000 }, (_, n) =>
      Math.round(32_767 * peak * Math.sin((2 * Math.PI * 500 * n) / 48_000)),
    ),
  );
  writeFileSync(join(folder, name), file.toBuffer());
  return join(folder, name);
}

before(async () => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-files-'));
  ({ world, page, outlet, lastCue, change, published } = await onAir(HANDLE, { live: true }));
});
after(async () => {
  await world.close();
  rmSync(folder, { recursive: true, force: true });
});

const gift = (name: string): Promise<void> => world.brindle(HANDLE, { act: 'gift', user: VIEWERS.ines, gift: name });
async function choose(button: Locator, ...files: string[]): Promise<void> {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), button.tap()]);
  await chooser.setFiles(files);
}
/** How many of the outlet's points have the picture's colour. */
const redPoints = (): Promise<number> =>
  outlet.evaluate(() => {
    const canvas = document.querySelector('canvas');
    const data = canvas?.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data ?? [];
    let count = 0;
    for (let n = 0; n < data.length; n += 4)
      if ((data[n] ?? 0) > 200 && (data[n + 1] ?? 255) < 40 && (data[n + 2] ?? 255) < 60) count += 1;
    return count;
  });

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
  'a check of the way to the stream’s sound: bells are played there, and a “no” says what to look at',
  { timeout: 60_000 },
  async () => {
    await page.goto('/sound');
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
  },
);

test(
  'a web address is told, signed, of what happened; one that fails is said on the desk',
  { timeout: 60_000 },
  async () => {
    const got: { headers: Record<string, string>; body: string }[] = [];
    const hook = createServer((req, res) => {
      let body = '';
      req.on('data', (part: Buffer) => (body += part.toString()));
      req.on('end', () => {
        got.push({ headers: req.headers as Record<string, string>, body });
        res.writeHead(req.url === '/fails' ? 410 : 204).end();
      });
    });
    await new Promise<void>((resolve) => hook.listen(0, '127.0.0.1', resolve));
    const url = `http://127.0.0.1:${(hook.address() as AddressInfo).port}`;
    try {
      await page.goto('/cues');
      await page.getByRole('button', { name: 'New cue' }).tap();
      await page.getByRole('radio', { name: 'Any moment' }).tap();
      await page.getByRole('button', { name: 'Someone writes in chat' }).tap();
      await change(/add a step$/);
      await page.getByRole('button', { name: 'Tell a web address' }).tap();
      await page.getByLabel('Address', { exact: true }).fill('kiln.example');
      await page.getByText('An address begins with https:// or http://.').waitFor();
      await page.getByLabel('Address', { exact: true }).fill(`${url}/hook`);
      const secret = page.getByRole('button', { name: 'Show the secret' });
      await secret.waitFor();
      await secret.tap();
      const signing = await page.getByText(/^whsec_/).innerText();
      await page.getByRole('button', { name: 'Words that are sent' }).tap();
      await page.getByLabel('Words that are sent').fill('{viewer} asks for the kiln');
      await closeSheet(page);
      await published();
      await world.brindle(HANDLE, { act: 'chat', user: VIEWERS.ines, text: '!kiln my number is 555 0100' });
      await until(
        async () => got.length,
        (count) => count === 1,
      );
      const [{ headers, body } = { headers: {}, body: '' }] = got;
      assert.deepEqual(verify({ headers, body }, { inbox: '', signing }, Date.now()), {
        ok: true,
        id: headers['webhook-id'],
      });
      assert.deepEqual((JSON.parse(body) as { data: unknown }).data, { cue: '', words: 'Inês asks for the kiln' });
      assert.doesNotMatch(body, /555|ines\.barro|u1/);
      await change(`Change ${new URL(url).host}`);
      await page.getByLabel('Address', { exact: true }).fill(`${url}/fails`);
      await closeSheet(page);
      await published();
      await lastCue().getByRole('button', { name: /^Try/ }).tap();
      await until(
        async () => got.length,
        (count) => count > 1,
      );
      await page.goto('/desk');
      await page.getByText(/It refused \(410\)/).waitFor();
    } finally {
      hook.closeAllConnections();
      hook.close();
    }
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

test(
  'hundreds of cues: those at the top are drawn, the rest is a press or a search away',
  { timeout: 60_000 },
  async () => {
    const cues = Array.from({ length: 200 }, (_, n) => ({
      id: `many${n}`,
      on: true,
      when: {
        kind: 'gift',
        gifts: [{ id: `g${n}`, name: `Gift ${n}` }],
        coins: { least: null, most: null },
        at: 'step',
      },
      steps: [{ kind: 'play', sound: 'drop', volume: 100 }],
    }));
    writeFileSync(join(folder, 'many.json'), JSON.stringify({ format: 'gavirn.cues', version: 1, cues }));
    const other = await (await world.person()).newPage();
    await other.goto('/cues');
    const [chooser] = await Promise.all([
      other.waitForEvent('filechooser'),
      other.getByRole('button', { name: 'Bring in cues' }).tap(),
    ]);
    await chooser.setFiles(join(folder, 'many.json'));
    await other.getByRole('button', { name: 'Bring in 200 cues' }).tap();
    await other.getByRole('button', { name: 'Show 60 more of 203' }).tap();
    await until(
      () => other.getByRole('listitem').count(),
      (count) => count === 120,
    );
    await other.getByLabel('Search cues').fill('Gift 199');
    await until(
      () => other.getByRole('listitem').count(),
      (count) => count === 1,
    );
    await other.context().close();
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
