import { readFileSync } from 'node:fs';
import { RIGHTS, type Right } from '@/core/home/device';
import { added, devicesOf, founder, invite, joinBy } from './home.setup';
import { address, ask, expectProblem } from './server.setup';

/* A home's devices by the server's addresses: what each may do, how they come and go. */

describe('what a right allows', () => {
  /** Every address of a home, and the least right that it needs: the table of docs/trust.md is this one. */
  const TABLE: [string, string, Right, object?][] = [
    ['GET', '/desk', 'look'],
    ['GET', '/devices', 'look'],
    ['GET', '/media', 'look'],
    ['GET', `/media/${'f'.repeat(64)}`, 'look'],
    ['GET', '/draws/d', 'look'],
    ['GET', '/goals/g/course', 'look'],
    ['GET', '/feeds/f/check', 'look'],
    ['GET', '/feeds/f/problems', 'look'],
    ['POST', '/commands', 'desk', { command: 'hush' }],
    ['POST', '/feeds/f/post', 'desk', { text: 'Hello' }],
    ['POST', '/feeds/f/playback', 'desk', { play: true }],
    ['POST', '/uplink', 'desk'],
    ['POST', '/rehearsal', 'desk', {}],
    ['POST', '/rehearsal/past', 'desk', {}],
    ['DELETE', '/rehearsal', 'desk'],
    ['GET', '/people', 'desk'],
    ['GET', '/people/one', 'desk'],
    ['POST', '/end', 'desk'],
    ['POST', '/anew', 'desk'],
    ['POST', '/go-on', 'desk'],
    ['GET', '/sessions', 'desk'],
    ['GET', '/sessions/s/events', 'desk'],
    ['GET', '/sessions/s/inputs', 'everything'],
    ['GET', '/sessions/s/log?wait=0', 'everything'],
    ['PUT', '/sessions/s/log', 'everything', {}],
    ['DELETE', '/sessions/s?events=0', 'everything'],
    ['GET', '/lasting', 'everything'],
    ['PUT', '/lasting', 'everything', {}],
    ['POST', '/lasting/of/another', 'everything', {}],
    ['GET', '/sessions/running', 'everything'],
    ['PUT', '/feeds/f/recording', 'everything', {}],
    ['PUT', `/media/${'f'.repeat(64)}`, 'everything', {}],
    ['POST', '/people/import', 'everything', {}],
    ['POST', '/people/forget', 'everything', {}],
    ['POST', '/devices/codes', 'everything', { right: 'look' }],
    ['POST', '/devices/sheet', 'everything'],
    ['PUT', '/devices/first', 'everything', { name: 'Mine' }],
    ['DELETE', '/devices/nobody', 'everything'],
    ['GET', '/buttons', 'everything'],
    ['POST', '/buttons', 'everything', { name: 'Clear', does: { does: 'clear' } }],
    ['DELETE', '/buttons/nobody', 'everything'],
    ['DELETE', '', 'everything'],
  ];

  test.each(RIGHTS)('“%s”: each address by the table', async (right) => {
    await founder();
    const { key } = await added(right);
    for (const [method, path, needs, body] of TABLE) {
      // A stream stays open: its head is enough.
      const stop = new AbortController();
      const answer = await fetch(`${address}/api/shows/one${path}`, {
        method,
        headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json' },
        signal: stop.signal,
        ...(body ? { body: JSON.stringify(body) } : {}),
      });
      expect([method, path, answer.status === 403]).toEqual([
        method,
        path,
        RIGHTS.indexOf(right) < RIGHTS.indexOf(needs),
      ]);
      stop.abort();
    }
  });

  test('every address below a show stands in the table', () => {
    const routed = ['shows', 'feeds', 'media', 'people', 'sessions', 'session-logs', 'devices', 'rehearsal'].flatMap(
      (file) => {
        const source = readFileSync(`src/server/http/${file}.ts`, 'utf8');
        return [...source.matchAll(/router\.(get|put|post|delete)\('([^']*)'/g)].map(([, method = '', path = '']) => [
          method.toUpperCase(),
          `${file === 'shows' ? '' : file.startsWith('session') ? '' : `/${file}`}${path.replace(/^\/:id/, '')}`.replace(
            /\/$/,
            '',
          ),
        ]);
      },
    );
    const asPattern = (path: string): RegExp => new RegExp(`^${path.replace(/:\w+/g, '[^/?]+')}(\\?.*)?$`);
    // To bring the documents in step needs "look", and to change them "everything": tried below. The whole show is put by those who make it.
    const apart = ['POST /step', 'PUT '];
    for (const [method = '', path = ''] of routed)
      if (!apart.includes(`${method} ${path}`))
        expect([method, path, TABLE.some(([of, tried]) => of === method && asPattern(path).test(tried))]).toEqual([
          method,
          path,
          true,
        ]);
    expect(routed.length).toBeGreaterThan(25);
  });

  test('what is changed by one that may not is refused; it reads the show, and no key', async () => {
    const phone = await founder();
    for (const right of ['look', 'desk'] as const) {
      const tablet = await added(right);
      expect(await tablet.inStep(false)).toMatchObject({ device: { right }, keys: null });
      expect(tablet.show).toEqual(phone.show);
      tablet.edit((show) => {
        show.name = 'Mine now';
      });
      await expectProblem(await tablet.step(), 403);
    }
    await phone.inStep();
    expect(phone.show.name).not.toBe('Mine now');
  });
});

describe('a device is added', () => {
  test('by a code that is good once, typed as one likes; two of one name are told apart', async () => {
    await founder();
    const code = await invite('desk');
    expect((await joinBy(` ${code.slice(0, 4).toLowerCase()}-${code.slice(4)} `, 'tablet-key-0123456789')).status).toBe(
      201,
    );
    await expectProblem(await joinBy(code, 'other-key-0123456789'), 404);
    expect((await joinBy(await invite('desk'), 'third-key-0123456789')).status).toBe(201);
    expect((await devicesOf()).map(({ name, right, own }) => [name, right, own])).toEqual([
      ['', 'everything', true],
      ['Tablet', 'desk', false],
      ['Tablet 2', 'desk', false],
    ]);
  });

  test('by the latest code only, and only within two minutes', async () => {
    await founder();
    const [first, second] = [await invite('desk'), await invite('desk')];
    await expectProblem(await joinBy(first, 'tablet-key-0123456789'), 404);
    const now = jest.spyOn(Date, 'now').mockReturnValue(Date.now() + 121_000);
    await expectProblem(await joinBy(second, 'tablet-key-0123456789'), 404);
    now.mockRestore();
  });

  test('wrong codes: after ten each costs a wait that grows', async () => {
    await founder();
    const waits: number[] = [];
    for (let times = 0; times < 10; times += 1)
      expect((await joinBy('AAAA-AAAA', 'tablet-key-0123456789')).status).toBe(404);
    for (let times = 0; times < 2; times += 1) {
      const answer = await joinBy('AAAA-AAAA', 'tablet-key-0123456789');
      await expectProblem(answer, 429);
      const wait = Number(answer.headers.get('retry-after'));
      waits.push(wait);
      await new Promise((resolve) => setTimeout(resolve, wait * 1000 + 50));
      expect((await joinBy('AAAA-AAAA', 'tablet-key-0123456789')).status).toBe(404);
    }
    expect(waits).toEqual([2, 4]);
  });

  test('and no more than twenty', async () => {
    await founder();
    for (let n = 1; n < 20; n += 1)
      expect((await joinBy(await invite('look'), `tablet-key-0123456789-${n}`)).status).toBe(201);
    await expectProblem(await joinBy(await invite('look'), 'one-too-many-0123456789'), 409);
  });
});

describe('a recovery sheet', () => {
  const sheet = async (): Promise<string> => {
    const answer = await ask('POST', '/api/shows/one/devices/sheet');
    expect(answer.status).toBe(201);
    return ((await answer.json()) as { code: string }).code;
  };

  test('adds a device when none is left, as often as needed; its code is no key, and a new one ends the one before', async () => {
    await founder();
    const code = await sheet();
    expect(code).toMatch(/^[2-9A-HJ-NP-Z]{32}$/);
    for (const key of ['first-found-0123456789', 'then-found-0123456789'])
      expect((await joinBy(code, key, 'New phone')).status).toBe(201);
    await expectProblem(await ask('GET', '/api/shows/one/devices', undefined, code), 403);
    const next = await sheet();
    await expectProblem(await joinBy(code, 'late-found-0123456789'), 404);
    expect((await ask('DELETE', '/api/shows/one/devices/sheet')).status).toBe(204);
    await expectProblem(await joinBy(next, 'late-found-0123456789'), 404);
  });

  test('is no device: without one that may do everything nobody is left', async () => {
    await founder();
    await sheet();
    await expectProblem(await ask('DELETE', '/api/shows/one/devices/first'), 409);
  });
});

describe('a device is taken out', () => {
  test('at once, with its open streams; the last with every right stays', async () => {
    await founder();
    const { key } = await added('desk');
    const stream = await ask('GET', '/api/shows/one/desk', undefined, key);
    const reader = stream.body?.getReader();
    await reader?.read();
    const [first, tablet] = await devicesOf();
    expect((await ask('DELETE', `/api/shows/one/devices/${tablet?.id}`)).status).toBe(204);
    // Whatever was still on its way, then the end.
    for (let part = await reader?.read(); part && !part.done; part = await reader?.read());
    await expectProblem(await ask('GET', '/api/shows/one/desk', undefined, key), 403);
    await expectProblem(await ask('DELETE', `/api/shows/one/devices/${first?.id}`), 409);
    await expectProblem(await ask('PUT', `/api/shows/one/devices/${first?.id}`, { right: 'look' }), 409);
  });

  test('any may go by itself, and give itself another name', async () => {
    await founder();
    const { key } = await added('look');
    const own = (await devicesOf(key)).find((device) => device.own);
    expect((await ask('PUT', `/api/shows/one/devices/${own?.id}`, { name: 'Kitchen' }, key)).status).toBe(204);
    expect((await devicesOf()).map(({ name }) => name)).toContain('Kitchen');
    await expectProblem(await ask('PUT', `/api/shows/one/devices/${own?.id}`, { right: 'everything' }, key), 403);
    expect((await ask('DELETE', `/api/shows/one/devices/${own?.id}`, undefined, key)).status).toBe(204);
  });
});
