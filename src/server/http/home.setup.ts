import { applyUpdate, Doc, encodeStateAsUpdate, encodeStateVector } from 'yjs';
import { changesBetween } from '@/core/home/changes';
import type { Right } from '@/core/home/device';
import { readHome, writeChanges, writeNewHome } from '@/core/home/home-doc';
import { writeKeysDoc } from '@/core/home/keys-doc';
import { SHOW_VERSION, type Show } from '@/core/show/show';
import { starterShow } from '@/core/show/starter';
import { ask, KEY, OUTLET } from './server.setup';

/* Devices of a home, as they come to the server. */

export const text = (bytes: Uint8Array): string => Buffer.from(bytes).toString('base64');
export const bytes = (given: string): Uint8Array => new Uint8Array(Buffer.from(given, 'base64'));
export const FEED = 'feed-key-0123456789';

export interface Stepped {
  device: { id: string; name: string; right: Right };
  home: { update: string; vector: string };
  keys: { update: string; vector: string } | null;
}

/** A device with its own copy of the documents. */
export class Phone {
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

export async function founder(): Promise<Phone> {
  const phone = new Phone(KEY);
  writeNewHome(phone.home, starterShow('one'), 'first');
  writeKeysDoc(phone.keys, { outlets: { main: OUTLET }, feeds: { f: { inbox: FEED } } });
  await phone.inStep();
  return phone;
}

export async function invite(right: Right, by = KEY): Promise<string> {
  const answer = await ask('POST', '/api/shows/one/devices/codes', { right }, by);
  expect(answer.status).toBe(201);
  return ((await answer.json()) as { code: string }).code;
}
export const joinBy = (code: string, key: string, name = 'Tablet'): Promise<Response> =>
  ask('POST', '/api/join', { code, key, name }, '');
export async function added(right: Right, key = `${right}-key-0123456789abc`): Promise<Phone> {
  expect((await joinBy(await invite(right), key)).status).toBe(201);
  return new Phone(key);
}
export const devicesOf = async (key = KEY) =>
  (await (await ask('GET', '/api/shows/one/devices', undefined, key)).json()) as {
    id: string;
    name: string;
    right: Right;
    own: boolean;
  }[];
