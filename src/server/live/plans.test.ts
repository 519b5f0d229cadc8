import { applyUpdate, encodeStateAsUpdate, encodeStateVector, Doc } from 'yjs';
import { changesBetween } from '@/core/home/changes';
import { readHome, writeChanges, writeNewHome } from '@/core/home/home-doc';
import { writeKeysDoc } from '@/core/home/keys-doc';
import { addShow, putOn } from '@/core/home/shows';
import type { Slot } from '@/core/show/plan';
import { SHOW_VERSION, type Show } from '@/core/show/show';
import type { Device } from '@/server/door/shows';
import { Homes } from './homes';
import { again, host, KEY, showOf } from './show-host.setup';

/* A home's shows are put on by day and hour, with every page closed. All times are UTC; 2026-11-28 is a Saturday. */

const HOUR = 3_600_000;
const SATURDAY = Date.UTC(2026, 10, 28);
const slots: Slot[] = [
  { id: 'a', show: 'weekday', days: [1, 2, 3, 4, 5], at: '19:00' },
  { id: 'b', show: 'weekend', days: [6], at: '10:00' },
];
let home: Doc;
let keys: Doc;
let homes: Homes;
const own: Device = { id: 'phone', name: '', right: 'everything', hash: '', addedAt: 0, seenAt: 0 };
const read = (doc: Doc): Show => {
  const found = readHome(doc, 'one');
  if (!found.ok) throw new Error(JSON.stringify(found.reason));
  return found.show;
};
const step = (device: Device | 'new' = own) => {
  const having = (doc: Doc) => ({ vector: encodeStateVector(doc), update: encodeStateAsUpdate(doc) });
  return homes.step('one', KEY, device, { version: SHOW_VERSION, home: having(home), keys: having(keys) });
};
const take = (answer: ReturnType<typeof step>): void => {
  if (answer.ok) applyUpdate(home, answer.home.update);
};
const on = () => host.running('one')?.state.show.setup;
const look = (at: number) => homes.followPlans(SATURDAY + at);

beforeEach(() => {
  homes = new Homes(host);
  [home, keys] = [new Doc(), new Doc()];
  writeNewHome(home, showOf('one'), 'weekday');
  addShow(home, { ...showOf('one'), name: 'Weekend' }, 'weekend', { home: 'one', newId: () => 'new' });
  writeKeysDoc(keys, { outlets: { main: 'outlet-one-0123456789' }, feeds: { c: { inbox: 'inbox-one-0123456789' } } });
  const before = read(home);
  const after: Show = { ...before, plan: { slots, asks: false, since: SATURDAY } };
  writeChanges(home, changesBetween(before, after), after);
  expect(step('new')).toMatchObject({ ok: true });
});
afterEach(() => homes.close());

test('at its time a show is put on, once: what is put on by hand afterwards stays, after a restart as well', async () => {
  look(9 * HOUR);
  expect(on()).toBe('weekday');
  look(10 * HOUR);
  expect(on()).toBe('weekend');
  take(step());
  putOn(home, 'weekday');
  step();
  expect(on()).toBe('weekday');
  await again();
  homes.close();
  homes = new Homes(host);
  look(11 * HOUR);
  expect(host.running('one')?.state.show.plan?.slots).toEqual(slots);
  expect(on()).toBe('weekday');
  look((7 * 24 + 10) * HOUR);
  expect(on()).toBe('weekend');
  look((9 * 24 + 19) * HOUR);
  expect(on()).toBe('weekday');
});

test('while a session is on, and while it may go on, nothing is changed; afterwards it is', async () => {
  const live = host.running('one');
  live?.turns.begin();
  expect(live?.isOn).toBe(true);
  look(10 * HOUR);
  expect(on()).toBe('weekday');
  live?.endSession();
  look(10 * HOUR);
  expect(on()).toBe('weekend');
});

test('a time that had passed when the plan was made changes nothing', () => {
  const before = read(home);
  const after: Show = { ...before, plan: { slots, asks: false, since: SATURDAY + 10 * HOUR + 1 } };
  writeChanges(home, changesBetween(before, after), after);
  step();
  look(11 * HOUR);
  expect(on()).toBe('weekday');
});
