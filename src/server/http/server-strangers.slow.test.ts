import { createHash } from 'node:crypto';
import { request } from 'node:http';
import { KEY, OUTLET, INLINE, show, close, address, start, ask, publish, expectProblem } from './server.setup';

describe('strangers', () => {
  const raw = (
    method: string,
    path: string,
    headers: Record<string, string>,
    body: string | Buffer,
  ): Promise<Response> => fetch(address + path, { method, headers, body: body as string });

  /** Sends no more than the head of a request and waits for the answer: what is answered then was known before the body. */
  const withoutBody = (method: string, path: string, key: string): Promise<number> =>
    new Promise((resolve, reject) => {
      const asked = request(
        address + path,
        {
          method,
          headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json', 'content-length': '6000000' },
        },
        (res) => {
          resolve(res.statusCode ?? 0);
          asked.destroy();
        },
      );
      asked.on('error', reject);
      asked.flushHeaders();
    });

  test('are refused before what they send is read, at every address that takes something', async () => {
    await publish();
    const other = 'another-key-0123456789';
    const tries: [string, string][] = [
      ['PUT', '/api/shows/one'],
      ['PUT', '/api/shows/one/lasting'],
      ['POST', '/api/shows/one/commands'],
      ['PUT', '/api/shows/one/feeds/f/recording'],
      ['PUT', `/api/shows/one/media/${'f'.repeat(64)}`],
      ['POST', '/api/shows/one/people/import'],
      ['POST', '/api/shows/one/people/forget'],
    ];
    for (const [method, path] of tries) expect([path, await withoutBody(method, path, other)]).toEqual([path, 403]);
    expect(await withoutBody('PUT', '/api/shows/one', '')).toBe(401);
    expect(await withoutBody('POST', '/in/no-such-address-here', '')).toBe(404);
  });

  test('with many keys, many entries or deep nesting are refused at once', async () => {
    const keys = Object.fromEntries(Array.from({ length: 90_000 }, (_, n) => [`o${n}`, 'x'.repeat(60)]));
    const started = performance.now();
    await expectProblem(await publish({}, keys), 400);
    await expectProblem(await publish({ pieces: Array.from({ length: 500_000 }, () => ({})) }), 422);
    await expectProblem(
      await publish({ cues: [{ ...show.cues[0], steps: Array.from({ length: 100_000 }, () => ({ kind: 'wait' })) }] }),
      422,
    );
    await expectProblem(
      await ask('PUT', '/api/shows/one', `{"show":${'['.repeat(20_000)}${']'.repeat(20_000)},"outletKeys":{}}`),
      400,
    );
    const took = performance.now() - started;
    // Against what it takes to write down and read such a document at all, on the same machine in the same minute.
    const bare = performance.now();
    JSON.parse(JSON.stringify({ pieces: Array.from({ length: 500_000 }, () => ({})), keys }));
    // Reading half a million pieces by twenty kinds each would take many times as long.
    expect(took / (performance.now() - bare)).toBeLessThan(12);
    expect((await publish()).status).toBe(204);
  });

  test('cannot take an outlet over by publishing its key', async () => {
    await publish();
    const theirs = await ask(
      'PUT',
      '/api/shows/two',
      { show: { ...show, id: 'two' }, outletKeys: { main: OUTLET } },
      'another-key-0123456789',
    );
    expect(theirs.status).toBe(409);
    expect(await theirs.json()).toMatchObject({ status: 409, taken: { outlets: ['main'], feeds: [] } });
    expect((await fetch(`${address}/o/${OUTLET}`)).status).toBe(200);
  });

  test('begin no more than so many shows an hour from one address, and a proxy says which one', async () => {
    await close();
    await start({ newShows: 2, proxies: 1 });
    const begin = (id: string, from: string): Promise<Response> =>
      raw(
        'PUT',
        `/api/shows/${id}`,
        { authorization: `Bearer ${KEY}`, 'content-type': 'application/json', 'x-forwarded-for': from },
        JSON.stringify({ show: { ...show, id }, outletKeys: {} }),
      );
    expect((await begin('a', '10.0.0.1')).status).toBe(204);
    expect((await begin('b', '10.0.0.1')).status).toBe(204);
    await expectProblem(await begin('c', '10.0.0.1'), 429);
    expect((await begin('c', '10.0.0.2')).status).toBe(204);
    // What is there already is no new show.
    expect((await begin('a', '10.0.0.1')).status).toBe(204);
  });

  test('find nothing below an outlet’s address, and the app is framed by nobody', async () => {
    await publish();
    const policy = async (path: string): Promise<string> =>
      (await fetch(address + path)).headers.get('content-security-policy') ?? '';
    expect(await policy(`/o/${OUTLET}`)).toMatch(/frame-ancestors \*/);
    expect((await fetch(`${address}/o/${OUTLET}`)).headers.get('x-frame-options')).toBeNull();
    for (const path of [`/o/${OUTLET}/y`, `/o/${OUTLET}/y/z`, '/o/x/y/z']) {
      const answer = await fetch(address + path);
      expect([
        path,
        answer.status,
        answer.headers.get('content-security-policy')?.includes("frame-ancestors 'self'"),
        answer.headers.get('x-frame-options'),
      ]).toEqual([path, 404, true, 'SAMEORIGIN']);
      expect(await answer.text()).not.toContain('<html>');
    }
    const app = await policy('/stage');
    expect(app).not.toMatch(/script-src[^;]*unsafe-inline/);
    // CSP Level 3, section 6.7.3.3: the hash of the script's text as it stands.
    expect(app).toContain(`script-src 'self' 'sha256-${createHash('sha256').update(INLINE).digest('base64')}'`);
  });

  test('who keep outlets open for hours, and close them, are not taken for guessers; who guess are', async () => {
    await publish();
    for (let n = 0; n < 320; n += 1) {
      const abort = new AbortController();
      await fetch(`${address}/o/${OUTLET}/stream`, { signal: abort.signal });
      abort.abort();
    }
    expect((await fetch(`${address}/o/${OUTLET}`)).status).toBe(200);
    let last = 0;
    for (let n = 0; n < 301; n += 1) last = (await fetch(`${address}/o/guess-${n}-0123456789abcdef`)).status;
    expect([last, (await fetch(`${address}/o/${OUTLET}`)).status]).toEqual([429, 200]);
  });
});

test('a CloudEvent nested 20,000 deep is refused in a sentence, and the next one is taken', async () => {
  const feed = { id: 'c', platform: 'cloudevents', handle: 'h', on: true };
  const inbox = 'inbox-0123456789abcdef';
  expect(
    (
      await ask('PUT', '/api/shows/one', {
        show: { ...show, feeds: [feed] },
        outletKeys: { main: OUTLET },
        secrets: { c: { inbox } },
      })
    ).status,
  ).toBe(204);
  const post = (data: string): Promise<Response> =>
    fetch(`${address}/in/${inbox}`, {
      method: 'POST',
      headers: { 'content-type': 'application/cloudevents+json' },
      body: `{"specversion":"1.0","id":"1","source":"/t","type":"app.gavirn.event.follow","time":"2026-11-27T10:00:00Z","data":${data}}`,
    });
  await expectProblem(await post(`${'['.repeat(20_000)}${']'.repeat(20_000)}`), 400);
  expect((await post('{"viewer":{"id":"u","handle":"u","name":"U","roles":[]}}')).status).toBe(204);
});
