import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import type { DeskView, FinishedSession } from '@/core/desk/view';
import { newCue, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import type { OxbowLedger } from '@/server/standins/oxbow/channel';
import { ownTime } from './own-time';
import { outletAddress } from './person';
import { until, VIEWERS, World } from './world';
import { english } from '@/core/words/phrase';

/* The running server as someone attacks it who knows its API: no show stops another, nothing that was counted is lost, and it says what is wrong. */

const HANDLE = 'kiln.trust';
const KEY = 'trust-desk-key-0123456789';
const INBOX = 'trust-inbox-0123456789';
const base = { handle: HANDLE, on: true, rate: { coin: 0, kept: 0 }, admitted: [] };
let world: World;
before(async () => {
  world = await World.open();
  for (const platform of ['brindle', 'oxbow'] as const) await world.act(platform, HANDLE, { act: 'open' });
});
after(() => world.close());

const ask = (id: string, method: string, path: string, body?: unknown): Promise<Response> =>
  fetch(`${world.address}/api/shows/${id}${path}`, {
    method,
    headers: { authorization: `Bearer ${KEY}`, 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });

/** What the desk shows now. */
async function desk(id: string): Promise<DeskView> {
  const answer = await fetch(`${world.address}/api/shows/${id}/desk`, { headers: { authorization: `Bearer ${KEY}` } });
  let text = '';
  for await (const part of answer.body as unknown as AsyncIterable<Uint8Array>) {
    text += Buffer.from(part).toString();
    const found = /event: view\ndata: (.*)\n\n/.exec(text);
    // Leaving the loop closes the stream.
    if (!found) continue;
    return JSON.parse(found[1] ?? '') as DeskView;
  }
  throw new Error('The desk said nothing.');
}

const chat = (id: string, text: string): Show['cues'][number]['when'] => ({ kind: 'chat', how: 'keyword', text });
const evil = (): Show => ({
  ...starterShow('evil'),
  feeds: [
    { ...base, id: 'b', platform: 'brindle' },
    { ...base, id: 'o', platform: 'oxbow', helper: 'kiln-helper' },
    {
      ...base,
      id: 'm',
      platform: 'mapped',
      source: { transport: 'webhook' },
      rules: [
        {
          kind: 'follow',
          when: { path: "$[?search(@.a,'^(a+)+$')].a", is: 'x' },
          each: null,
          fields: { viewerName: '$.x.a' },
          fixed: {},
        },
      ],
    },
  ],
  cues: [
    newCue('typo', chat('b', '!typo'), [
      {
        kind: 'show',
        spotlight: 'spotlight',
        words: '{count, plural, one {{viewer} sent a {gfit}} other {# gifts}}',
        seconds: 1,
      },
    ]),
    newCue('date', chat('b', '!date'), [
      { kind: 'wait', seconds: 1 },
      { kind: 'post', words: '{viewer, date}' },
    ]),
    ...Array.from({ length: 10 }, (_, n) =>
      newCue(
        `call${n}`,
        chat('b', `!call${n}`),
        Array.from({ length: 20 }, () => ({ kind: 'call' as const, cue: `call${n + 1}` })),
      ),
    ),
    newCue('call10', chat('b', '!call10'), [{ kind: 'drift', emoji: '🔥', count: 1 }]),
    newCue('loop', { kind: 'chat', how: 'contains', text: 'glaze' }, [
      { kind: 'post', words: 'The glaze list is linked below' },
    ]),
  ],
});

test('words that cannot be filled in, cues without an end, a pattern and a helper that answers itself: the server goes on, and says so', async () => {
  const good = { ...starterShow('good'), feeds: [{ ...base, id: 'b', platform: 'brindle' as const }] };
  assert.equal((await ask('good', 'PUT', '', { show: good, outletKeys: {} })).status, 204);
  assert.equal(
    (
      await ask('evil', 'PUT', '', {
        show: evil(),
        outletKeys: {},
        secrets: {
          b: { inbox: `${INBOX}-b` },
          o: { inbox: `${INBOX}-o`, signing: 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw' },
          m: { inbox: INBOX },
        },
      })
    ).status,
    204,
  );
  await world.act('oxbow', HANDLE, { act: 'moderator', name: 'kiln-helper', on: true });
  await world.brindle(HANDLE, { act: 'live' });
  await world.act('oxbow', HANDLE, { act: 'live' });
  await until(
    () => desk('evil'),
    ({ session, feeds }) => session !== null && feeds.o?.state === 'connected',
  );
  for (const text of ['!typo', '!date', '!call0', 'hello'])
    await world.brindle(HANDLE, { act: 'chat', user: VIEWERS.ines, text });
  await world.act('oxbow', HANDLE, { act: 'chat', user: VIEWERS.hana, text: 'which glaze is that?' });
  const body = JSON.stringify({ x: { a: `${'a'.repeat(40)}!` } });
  const posted = ownTime();
  for (let n = 0; n < 20; n += 1)
    assert.equal((await fetch(`${world.address}/in/${INBOX}`, { method: 'POST', body })).status, 204);
  assert.ok(posted() < 5000, `twenty posts with a pattern that would take for ever took ${posted()} ms`);
  const view = await until(
    () => desk('evil'),
    ({ totals, notices }) => totals.byKind.chat === 5 && notices.length > 0,
  );
  assert.match(english(view.notices[0]?.says ?? ''), /^The cue “cue 3” set off more than 1,000 steps at once/);
  assert.ok(
    [...view.played, ...(view.queues.spotlight?.alerts ?? [])].some(({ text }) => text.includes('{gfit}')),
    'the words stand as they were typed',
  );
  // The wait's end has come and gone; the helper has answered once, and not itself.
  await new Promise((resolve) => setTimeout(resolve, 2500));
  const lines = (
    (await (await fetch(`${world.standins}/standins/oxbow/ledger`)).json()) as Record<string, OxbowLedger>
  )[HANDLE]?.chat;
  assert.ok(
    lines === 3 || lines === 2,
    `the chat has ${String(lines)} lines: a question, its answer, and perhaps the date's`,
  );
  // The other show has counted what came on its feed, and answers at once.
  const answered = ownTime();
  assert.equal((await desk('good')).totals.byKind.chat, 4);
  assert.ok(answered() < 2000, `${answered()} ms`);
});

test('what was done is read back after a kill, faults and all', async () => {
  await world.killServer();
  await world.startServer();
  const view = await until(
    () => desk('evil'),
    ({ session }) => session !== null,
  );
  assert.equal(view.totals.byKind.chat, 5);
  assert.match(english(view.notices[0]?.says ?? ''), /1,000 steps/);
  await world.brindle(HANDLE, { act: 'end' });
  await world.act('oxbow', HANDLE, { act: 'end' });
  await until(
    async () => (await (await ask('good', 'GET', '/sessions')).json()) as FinishedSession[],
    (list) => list.length === 1,
  );
});

test('two servers never share a folder; a lock that a crash left is taken over at once', async () => {
  const second = await world.another(['--data', world.data]);
  assert.deepEqual([second.code, second.says.trim().split('\n').length], [1, 1]);
  assert.match(second.says, /Another Gavirn server uses the folder .*--data/);
  await world.killServer();
  const restart = ownTime();
  await world.startServer();
  const again = restart();
  // To wait until a lock is stale takes 10 s.
  const start = ownTime();
  await world.another(['--data', join(world.data, 'another')]);
  const elsewhere = start();
  assert.ok(again < elsewhere + 8000, `the lock of a server that is gone is no lock: ${again} ms`);
});

test('a folder that cannot be used is one sentence and exit 1', async () => {
  const file = join(world.data, 'no-folder');
  writeFileSync(file, '');
  const refused = await world.another(['--data', join(file, 'below')]);
  assert.deepEqual([refused.code, refused.says.trim().split('\n').length], [1, 1]);
  assert.match(refused.says, /The data folder .* cannot be used: /);
  assert.match(
    (await world.another(['--data', join(world.data, 'x'), '--log', 'loud'])).says,
    /--log takes .*"loud" is none/,
  );
});

test('in the browser: addresses that another show has taken are made anew by themselves, and it is said', async () => {
  const page = await (await world.person()).newPage();
  await page.goto('/');
  const address = await outletAddress(page);
  const key = address.split('/').at(-1) ?? '';
  await page.goto('about:blank');
  // A server that has lost everything, and somebody who knew the outlet's address.
  await world.killServer();
  world.loseData();
  await world.startServer();
  const thief = { ...starterShow('thief'), outlets: [{ ...starterShow('thief').outlets[0]!, id: 'main' }] };
  assert.equal((await ask('thief', 'PUT', '', { show: thief, outletKeys: { main: key } })).status, 204);
  await page.goto('/');
  await page.getByText(/Another show on this server has the same address.*Copy them again/).waitFor();
  await page.getByRole('button', { name: 'I have read it' }).tap();
  await page.getByText(/Another show on this server has the same address/).waitFor({ state: 'detached' });
  const now = await outletAddress(page);
  assert.notEqual(now, address);
  assert.equal((await fetch(now)).status, 200);
});

test('on the phone: the desk and the feeds say what went wrong, and the editor what cannot be filled in', async () => {
  const page = await (await world.person()).newPage();
  await page.goto('/');
  await page.goto('/cues');
  await page
    .getByRole('list')
    .getByRole('listitem')
    .first()
    .getByRole('button', { name: /^Change “/ })
    .first()
    .tap();
  const words = page.getByLabel('Words on the frame');
  await words.fill('{count, plural, one {{viewer} sent a {gfit}} other {# gifts}}');
  await page
    .getByRole('dialog')
    .getByText(/There is no field .?\{gfit\}.?\. It is at character 38/)
    .waitFor();
  await words.fill('{viewer, date}');
  await page
    .getByRole('dialog')
    .getByText(/\{viewer\}.? cannot be shown as a date or a time\. It is at character 1/)
    .waitFor();
});
