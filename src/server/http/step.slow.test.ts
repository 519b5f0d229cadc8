import { applyUpdate, Doc, encodeStateAsUpdate, encodeStateVector, Map as YMap } from 'yjs';
import { SHOW_VERSION } from '@/core/show/show';
import { added, founder, text } from './home.setup';
import { address, ask, close, expectProblem, KEY, OUTLET, start } from './server.setup';

/* How changes of several devices come together on the server. */

describe('in step', () => {
  test('two devices that change different things both keep theirs, and a restart changes nothing', async () => {
    const phone = await founder();
    const laptop = await added('everything');
    await laptop.inStep(false);
    expect(laptop.keys.getMap('outlets').toJSON()).toEqual({ main: OUTLET });
    phone.edit((show) => {
      show.name = 'Evening';
    });
    laptop.edit((show) => {
      show.pieces[0]!.place.x = 17;
    });
    await phone.inStep();
    await laptop.inStep();
    await close();
    await start();
    await phone.inStep();
    expect(phone.show).toEqual(laptop.show);
    expect([phone.show.name, phone.show.pieces[0]?.place.x]).toEqual(['Evening', 17]);
    expect((await fetch(`${address}/o/${OUTLET}`)).status).toBe(200);
  });

  test('what cannot be used is refused, said, and reaches nobody; mended, all of it is taken', async () => {
    const phone = await founder();
    const laptop = await added('everything');
    await laptop.inStep(false);
    phone.home.getMap<string>('home').set('zone', 'Nowhere/None');
    const answer = await phone.step();
    expect([answer.status, ((await answer.json()) as { detail: string }).detail]).toEqual([
      422,
      expect.stringMatching(/zone/),
    ]);
    await laptop.inStep();
    expect(laptop.show.zone).toBe('');
    phone.home.getMap<string>('home').set('zone', 'Europe/Lisbon');
    await phone.inStep();
    await laptop.inStep();
    expect(laptop.show.zone).toBe('Europe/Lisbon');
  });

  test.each([
    ['no update at all', { home: { vector: text(new Uint8Array([0])), update: text(new Uint8Array([9, 9, 9])) } }, 400],
    ['no state vector', { home: { vector: text(new Uint8Array([200, 1])), update: null } }, 400],
    ['nothing', {}, 400],
    ['a later version', { version: SHOW_VERSION + 1, home: { vector: text(new Uint8Array([0])), update: null } }, 409],
  ])('%s is refused with a sentence', async (_name, body, status) => {
    await founder();
    const answer = await ask('POST', '/api/shows/one/step', { version: SHOW_VERSION, ...body });
    expect(answer.status).toBe(status);
    expect(((await answer.json()) as { detail: string }).detail).toMatch(/\.$/);
  });

  test('one that is nested deeper than anything of ours is refused, and costs itself alone', async () => {
    const phone = await founder();
    const deep = new Doc();
    applyUpdate(deep, encodeStateAsUpdate(phone.home));
    // At once: a change by itself is told to all that it lies in.
    deep.transact(() => {
      let inner = new YMap<unknown>();
      deep.getMap('home').set('money', inner);
      for (let level = 0; level < 20_000; level += 1) {
        const next = new YMap<unknown>();
        inner.set('more', next);
        inner = next;
      }
    });
    const having = { vector: text(encodeStateVector(deep)), update: text(encodeStateAsUpdate(deep)) };
    const answer = await ask('POST', '/api/shows/one/step', { version: SHOW_VERSION, home: having });
    expect([400, 422]).toContain(answer.status);
    await phone.inStep();
  });

  test('a whole show from a page of an earlier version is refused', async () => {
    const phone = await founder();
    await expectProblem(await ask('PUT', '/api/shows/one', { show: phone.show, outletKeys: {} }), 409);
  });

  test('a show that has come into the home brings its addresses, and what its sessions left, once', async () => {
    const phone = await founder();
    const also = 'another-outlet-key-0123';
    phone.keys.getMap('outlets').set('main/fromAnother', also);
    await phone.inStep();
    for (const key of [OUTLET, also]) expect((await fetch(`${address}/o/${key}`)).status).toBe(200);
    const viewer = {
      feed: 'theirs',
      id: 'tom',
      name: 'Tom',
      handle: 'tom',
      firstAt: 1,
      lastAt: 2,
      days: [[20261101, 7]],
    };
    const come = (query: string, of = 'another') =>
      fetch(`${address}/api/shows/one/lasting/of/${of}?${query}`, {
        method: 'POST',
        headers: { authorization: `Bearer ${KEY}`, 'content-type': 'text/plain' },
        body: `${JSON.stringify({ of: 'viewers', entries: [viewer] })}\n`,
      });
    const good = 'setup=second&feeds={"theirs":"mine"}';
    for (const bad of ['', 'setup=second', 'setup=second&feeds={"theirs', `setup=${'s'.repeat(101)}&feeds={}`])
      await expectProblem(await come(bad), 400);
    await expectProblem(await come(good, 'f'.repeat(101)), 400);
    for (let times = 0; times < 2; times += 1) expect((await come(good)).status).toBe(204);
    await close();
    await start();
    const lines = (await (await ask('GET', '/api/shows/one/lasting')).text()).split('\n');
    expect(lines).toContain(
      JSON.stringify({
        of: 'viewers',
        entries: [{ ...viewer, feed: 'mine', days: [[20261101, 7, ...new Array<number>(11).fill(0)]] }],
      }),
    );
    expect(lines).toContain(JSON.stringify({ of: 'joined', entries: ['another'] }));
  });

  test('a log goes from a device that has it to one that waits for it, whole or not at all', async () => {
    const phone = await founder();
    const laptop = await added('everything');
    const log = '{"kind":"follow"}\n'.repeat(20_000);
    const wait = (seconds: number) =>
      ask('GET', `/api/shows/one/sessions/s/log?wait=${seconds}`, undefined, laptop.key);
    const give = (body: BodyInit) =>
      fetch(`${address}/api/shows/one/sessions/s/log`, {
        method: 'PUT',
        headers: { authorization: `Bearer ${phone.key}`, 'content-type': 'application/x-ndjson' },
        body,
        duplex: 'half',
      } as RequestInit);
    await expectProblem(await give(log), 404);
    await expectProblem(await wait(0), 404);
    await expectProblem(await wait(26), 400);
    const waiting = wait(20);
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect((await give(log)).status).toBe(204);
    expect(await (await waiting).text()).toBe(log);
    // Whoever gives it breaks off: it is no log.
    const half = wait(20);
    await new Promise((resolve) => setTimeout(resolve, 300));
    const broken = new ReadableStream({
      start(controller) {
        controller.enqueue(new TextEncoder().encode(log));
        setTimeout(() => controller.error(new Error('gone')), 100);
      },
    });
    await expect(give(broken)).rejects.toThrow();
    await expect(half.then((answer) => answer.text())).rejects.toThrow();
  });
});
