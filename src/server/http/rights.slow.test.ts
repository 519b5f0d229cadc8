import { readFileSync } from 'node:fs';
import { applyUpdate, Doc, encodeStateAsUpdate, encodeStateVector } from 'yjs';
import { changesBetween } from '@/core/home/changes';
import { RIGHTS, type Right } from '@/core/home/device';
import { readHome, writeChanges, writeNewHome } from '@/core/home/home-doc';
import { writeKeysDoc } from '@/core/home/keys-doc';
import { SHOW_VERSION, type Show } from '@/core/show/show';
import { starterShow } from '@/core/show/starter';
import { address, ask, close, expectProblem, KEY, OUTLET, start } from './server.setup';

/* A home and its devices by the server's addresses: what each may do, and how their changes come together. */

const text = (bytes: Uint8Array): string => Buffer.from(bytes).toString('base64');
const bytes = (given: string): Uint8Array => new Uint8Array(Buffer.from(given, 'base64'));
const FEED = 'feed-key-0123456789';

interface Stepped {
  device: { id: string; name: string; right: Right };
  home: { update: string; vector: string };
  keys: { update: string; vector: string } | null;
}

/** A device with its own copy of the documents. */
class Phone {
  readonly home = new Doc();
  readonly keys = new Doc();
  constructor(readonly key: string) {}

  async step(writes = true): Promise<Response> {
    const having = (doc: Doc) => ({
      vector: text(encodeStateVector(doc)),
      update: writes ? text(encodeStateAsUpdate(doc)) : null,
    });
    return ask(
      'POST',
      '/api/shows/one/step',
      { version: SHOW_VERSION, home: having(this.home), keys: having(this.keys) },
      this.key,
    );
  }

  async inStep(writes = true): Promise<Stepped> {
    const answer = await this.step(writes);
    expect(answer.status).toBe(200);
    const stepped = (await answer.json()) as Stepped;
    applyUpdate(this.home, bytes(stepped.home.update));
    if (stepped.keys) applyUpdate(this.keys, bytes(stepped.keys.update));
    return stepped;
  }

  get show(): Show {
    const read = readHome(this.home, 'one');
    if (!read.ok) throw new Error(JSON.stringify(read.reason));
    return read.show;
  }

  edit(recipe: (show: Show) => void): void {
    const before = this.show;
    const after = JSON.parse(JSON.stringify(before)) as Show;
    recipe(after);
    writeChanges(this.home, changesBetween(before, after), after);
  }
}

async function founder(): Promise<Phone> {
  const phone = new Phone(KEY);
  writeNewHome(phone.home, starterShow('one'), 'first');
  writeKeysDoc(phone.keys, { outlets: { main: OUTLET }, feeds: { f: { inbox: FEED } } });
  await phone.inStep();
  return phone;
}

async function invite(right: Right, by = KEY): Promise<string> {
  const answer = await ask('POST', '/api/shows/one/devices/codes', { right }, by);
  expect(answer.status).toBe(201);
  return ((await answer.json()) as { code: string }).code;
}
const joinBy = (code: string, key: string, name = 'Tablet'): Promise<Response> =>
  ask('POST', '/api/join', { code, key, name }, '');
async function added(right: Right, key = `${right}-key-0123456789abc`): Promise<Phone> {
  expect((await joinBy(await invite(right), key)).status).toBe(201);
  return new Phone(key);
}
const devicesOf = async (key = KEY) =>
  (await (await ask('GET', '/api/shows/one/devices', undefined, key)).json()) as {
    id: string;
    name: string;
    right: Right;
    own: boolean;
  }[];

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
    ['GET', '/people', 'desk'],
    ['GET', '/people/one', 'desk'],
    ['POST', '/end', 'desk'],
    ['POST', '/anew', 'desk'],
    ['POST', '/go-on', 'desk'],
    ['GET', '/sessions', 'desk'],
    ['GET', '/sessions/s/events', 'desk'],
    ['GET', '/sessions/s/inputs', 'everything'],
    ['DELETE', '/sessions/s?events=0', 'everything'],
    ['GET', '/lasting', 'everything'],
    ['PUT', '/lasting', 'everything', {}],
    ['PUT', '/feeds/f/recording', 'everything', {}],
    ['PUT', `/media/${'f'.repeat(64)}`, 'everything', {}],
    ['POST', '/people/import', 'everything', {}],
    ['POST', '/people/forget', 'everything', {}],
    ['POST', '/devices/codes', 'everything', { right: 'look' }],
    ['PUT', '/devices/first', 'everything', { name: 'Mine' }],
    ['DELETE', '/devices/nobody', 'everything'],
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
    const routed = ['shows', 'feeds', 'media', 'people', 'sessions', 'devices'].flatMap((file) => {
      const source = readFileSync(`src/server/http/${file}.ts`, 'utf8');
      return [...source.matchAll(/router\.(get|put|post|delete)\('([^']*)'/g)].map(([, method = '', path = '']) => [
        method.toUpperCase(),
        `${file === 'shows' ? '' : file === 'sessions' ? '' : `/${file}`}${path.replace(/^\/:id/, '')}`.replace(/\/$/, ''),
      ]);
    });
    const asPattern = (path: string): RegExp => new RegExp(`^${path.replace(/:\w+/g, '[^/?]+')}(\\?.*)?$`);
    // To bring the documents in step needs "look", and to change them "everything": tried below. The whole show is put by those who make it.
    const apart = ['POST /step', 'PUT '];
    for (const [method = '', path = ''] of routed)
      if (!apart.includes(`${method} ${path}`))
        expect([
          method,
          path,
          TABLE.some(([of, tried]) => of === method && asPattern(path).test(tried)),
        ]).toEqual([method, path, true]);
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
    expect((await joinBy(` ${code.slice(0, 4).toLowerCase()}-${code.slice(4)} `, 'tablet-key-0123456789')).status).toBe(201);
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
    for (let n = 1; n < 20; n += 1) expect((await joinBy(await invite('look'), `tablet-key-0123456789-${n}`)).status).toBe(201);
    await expectProblem(await joinBy(await invite('look'), 'one-too-many-0123456789'), 409);
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

  test('a whole show from a page of an earlier version is refused', async () => {
    const phone = await founder();
    await expectProblem(await ask('PUT', '/api/shows/one', { show: phone.show, outletKeys: {} }), 409);
  });
});
