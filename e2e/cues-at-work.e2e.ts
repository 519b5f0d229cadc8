import assert from 'node:assert/strict';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { verify } from '@/server/feed/signature';
import { loudestOf } from './meter';
import { closeSheet } from './person';
import { until, VIEWERS } from './world';
import { HANDLE, folder, world, page, outlet, lastCue, change, published } from './media-world';

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
