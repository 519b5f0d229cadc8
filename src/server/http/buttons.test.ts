import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { MOST_BUTTONS } from '@/core/home/button';
import { newCue } from '@/core/show/starter';
import { address, ask, close, expectProblem, folder, publish, show, start } from './server.setup';

/* Buttons elsewhere by the server's addresses, without a browser. */

const cues = [
  ...show.cues,
  newCue('clap', { kind: 'press', name: 'Applause' }, [
    { kind: 'show', spotlight: 'spotlight', words: 'Clap', seconds: 4 },
  ]),
];
const made = async (does: object, name = 'One'): Promise<string> => {
  const answer = await ask('POST', '/api/shows/one/buttons', { name, does });
  expect(answer.status).toBe(201);
  return ((await answer.json()) as { key: string }).key;
};
const call = (key: string, method = 'POST'): Promise<Response> => fetch(`${address}/b/${key}`, { method });
const list = async (): Promise<{ id: string; name: string; usedMs: number | null }[]> =>
  (await (await ask('GET', '/api/shows/one/buttons')).json()) as { id: string; name: string; usedMs: number | null }[];

test('a button does what it is for, says so, and is known to have been used; over a restart too', async () => {
  await publish({ cues });
  const key = await made({ does: 'press', cue: 'clap' });
  expect((await list()).map(({ usedMs }) => usedMs)).toEqual([null]);
  const answer = await call(key);
  expect([answer.status, await answer.json()]).toEqual([200, { did: 'Press Applause' }]);
  expect((await list())[0]?.usedMs).toBeLessThan(60_000);
  await close();
  await start();
  expect((await call(key)).status).toBe(200);
  await publish({ cues, name: 'Renamed' });
  expect((await call(key)).status).toBe(200);
});

test('removed it does nothing at once; what the show has not is 409; looking presses nothing', async () => {
  await publish({ cues });
  const key = await made({ does: 'clear' });
  await expectProblem(await call(key, 'GET'), 405);
  const gone = await made({ does: 'scene', scene: 'nowhere' });
  await expectProblem(await call(gone), 409);
  for (const { id } of await list()) expect((await ask('DELETE', `/api/shows/one/buttons/${id}`)).status).toBe(204);
  await expectProblem(await call(key), 404);
  await expectProblem(await call('x'), 404);
});

test('its key is nowhere in what the server keeps, and presses nothing else', async () => {
  await publish({ cues });
  const key = await made({ does: 'clear' });
  const data = join(folder, 'data');
  for (const name of readdirSync(data, { recursive: true, encoding: 'utf8' }).filter((each) => each.endsWith('.json')))
    expect(readFileSync(join(data, name), 'utf8')).not.toContain(key);
  await expectProblem(await ask('POST', '/api/shows/one/commands', { command: 'hush' }, key), 403);
  await expectProblem(await ask('GET', '/api/shows/one/buttons', undefined, key), 403);
});

test('forms that are none are refused, and so is one too many, or one that is called too often', async () => {
  await publish({ cues });
  for (const wrong of [
    {},
    { name: '', does: { does: 'clear' } },
    { name: 'x', does: { does: 'all' } },
    '{',
    { name: 'x'.repeat(61), does: { does: 'clear' } },
  ])
    expect((await ask('POST', '/api/shows/one/buttons', wrong)).status).toBe(400);
  const key = await made({ does: 'clear' });
  for (let n = 1; n < MOST_BUTTONS; n += 1) await made({ does: 'hold' }, `Button ${n}`);
  await expectProblem(await ask('POST', '/api/shows/one/buttons', { name: 'More', does: { does: 'clear' } }), 409);
  let last = 0;
  for (let n = 0; n < 51; n += 1) last = (await call(key)).status;
  expect(last).toBe(429);
});
