import assert from 'node:assert/strict';
import { readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { test } from 'node:test';
import { verify } from '@/server/feed/signature';
import { loudestOf } from './meter';
import { ownTime } from './own-time';
import { addPiece, closeSheet, goTo } from './person';
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
  gift,
  choose,
  redPoints,
} from './media-world';

test('a newcomer: when someone sends a Glaze Pot, show a picture, play a bell and add 30 s, in under a minute', async () => {
  await goTo(page, '/stage');
  await addPiece(page, 'Countdown');
  await published();
  await until(
    () => wordsOn(outlet),
    (words) => /Time left: \d+:\d\d/.test(words),
  );
  const took = ownTime();
  await goTo(page, '/cues');
  await page.getByRole('button', { name: 'New cue' }).tap();
  await page.getByRole('radio', { name: 'Choose what starts it' }).tap();
  await page.getByRole('button', { name: 'Someone sends a gift' }).tap();
  await change(/^Change any gift/);
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
  await page.getByRole('button', { name: 'Add time to a countdown' }).tap();
  await page.getByRole('radio', { name: 'Time left' }).tap();
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
  assert.ok(took() < 60_000, 'a person is slower than a script, and has a minute');
  await published();
  const left = async (): Promise<number> => {
    const [, minutes = '0', seconds = '0'] = /Time left: (\d+):(\d\d)/.exec(await wordsOn(outlet)) ?? [];
    return Number(minutes) * 60 + Number(seconds);
  };
  const before = await left();
  assert.ok((await redPoints()) < 100, 'nothing of its colour is there before');
  await gift('glaze-pot');
  await until(redPoints, (points) => points > 2000);
  await until(
    () => loudestOf(outlet),
    (peak) => peak > 0.05,
  );
  const after = await left();
  assert.ok(after > before + 15 && after <= before + 30, `30 s were added: ${before} became ${after}`);
});

test('files are told by their content; what is no good says why, and the same one twice is one', async () => {
  await goTo(page, '/media');
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
});

test('a web address is told, signed, of what happened; one that fails is said on the desk', async () => {
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
    await goTo(page, '/cues');
    await page.getByRole('button', { name: 'New cue' }).tap();
    await page.getByRole('radio', { name: 'Choose what starts it' }).tap();
    await page.getByRole('button', { name: 'Someone writes in chat' }).tap();
    await change(/add a step$/);
    await page.getByRole('button', { name: 'Call a web address' }).tap();
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
    await goTo(page, '/desk');
    await page.getByText(/It refused \(410\)/).waitFor();
  } finally {
    hook.closeAllConnections();
    hook.close();
  }
});

test('hundreds of cues: those at the top are drawn, the rest is a press or a search away', async () => {
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
  await goTo(other, '/cues');
  const [chooser] = await Promise.all([
    other.waitForEvent('filechooser'),
    other.getByRole('button', { name: 'Import cues' }).tap(),
  ]);
  await chooser.setFiles(join(folder, 'many.json'));
  await other.getByRole('button', { name: 'Import 200 cues' }).tap();
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
});

test('cues and their media go out as a file and come into another browser; what clashes is shown first', async () => {
  await goTo(page, '/cues');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save cues as a file' }).tap(),
  ]);
  const path = join(folder, 'cues.json');
  await download.saveAs(path);
  const other = await (await world.person()).newPage();
  await goTo(other, '/cues');
  await other.getByRole('listitem').first().waitFor();
  const before = await other.getByRole('listitem').count();
  const bring = async (file: string): Promise<void> => {
    const [chooser] = await Promise.all([
      other.waitForEvent('filechooser'),
      other.getByRole('button', { name: 'Import cues' }).tap(),
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
  await sheet.getByText(/^It calls 127\.0\.0\.1:\d+\. It comes in switched off/).waitFor();
  await sheet.getByRole('button', { name: /^Import \d+ cues$/ }).tap();
  await other
    .getByText(/with pot beside it/)
    .or(other.getByRole('button', { name: /with pot beside it/ }))
    .first()
    .waitFor();
  await other.getByText('Switched off.').first().waitFor();
  assert.ok((await other.getByRole('listitem').count()) > before);
  await goTo(other, '/media');
  await other.getByRole('button', { name: /^pot, PNG · 120 × 120/ }).waitFor();
  await bringAgain();

  // What came in is all there now: nothing is new any more.
  async function bringAgain(): Promise<void> {
    await goTo(other, '/cues');
    await other.getByRole('listitem').first().waitFor();
    await bring(path);
    await sheet.getByRole('button', { name: 'Import nothing' }).waitFor();
    await other.context().close();
  }
});

test('a picture that is used is not removed without asking', async () => {
  await goTo(page, '/media');
  await page.getByRole('button', { name: /^pot, PNG/ }).tap();
  await page.getByText(/in My show$/).waitFor();
  await page.getByRole('button', { name: 'Delete', exact: true }).tap();
  await page.getByRole('button', { name: 'Delete it' }).tap();
  await page.getByRole('button', { name: /^pot, PNG/ }).waitFor({ state: 'detached' });
  await goTo(page, '/cues');
  await page.getByText('Its picture is gone. Choose another one.').waitFor();
});
