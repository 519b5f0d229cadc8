import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import canonicalize from 'canonicalize';
import type { DeskView } from '@/core/desk/view';
import { aGift } from '@/core/event/examples';
import { nextChange } from '@/core/session/next-change';
import { serialize } from '@/core/session/state';
import { readShow } from '@/core/show/file';
import type { Show } from '@/core/show/show';
import type { RehearsalAsked, ShowOwner } from '@/server/door/bus';
import { noLog } from '@/server/log';
import { until } from '@/server/standins/open';
import { base, folder, HANDLE, host, KEY, PERSON, run, standins } from './feeds.setup';
import type { LiveShow } from './live-show';
import { MOST_PAST, Rehearsals } from './rehearsals';

/* A rehearsal on outlets and desks: seen by whoever looks, and by nothing that is kept. */

const RUSH: RehearsalAsked = {
  title: 'A rush',
  from: 'busiest',
  crowd: { crowd: 'rush', seed: 7, size: 4, gifts: 4 },
};
const BRINDLE = { ...base, id: 'b', platform: 'brindle' as const };

/** The demo's show, fed by one feed, with a cue that posts and calls an address. */
function demoWith(url: string, running: Show): Show {
  const read = readShow(readFileSync('demo/kiln-hours.json', 'utf8'));
  if (!read.ok) throw new Error('The demo’s show cannot be read.');
  const cue = read.show.cues.find(({ id }) => id === 'thanks');
  if (!cue) throw new Error('The demo’s show has no such cue.');
  return {
    ...read.show,
    id: running.id,
    feeds: [{ ...BRINDLE }],
    cues: [
      ...read.show.cues,
      {
        ...cue,
        id: 'outward',
        steps: [
          { kind: 'ask', url, words: 'Hello' },
          { kind: 'post', words: 'Hello' },
        ],
      },
    ],
  };
}

let live: LiveShow;
let owner: ShowOwner;
let calls: string[];
let callee: ReturnType<typeof createServer>;

beforeEach(async () => {
  calls = [];
  callee = createServer((req, res) => {
    calls.push(req.url ?? '');
    res.end();
  });
  await new Promise<void>((resolve) => callee.listen(0, '127.0.0.1', resolve));
  live = await run([BRINDLE]);
  const url = `http://127.0.0.1:${(callee.address() as AddressInfo).port}/told`;
  expect(host.publish(demoWith(url, live.state.show), KEY, {})).toMatchObject({ ok: true });
  const owned = host.ownerOf('s');
  if (!owned) throw new Error('Nobody owns the show.');
  owner = owned;
});
afterEach(() => new Promise((resolve) => callee.close(resolve)));

/** What the desk is told, put together as a page does it. */
class Desk {
  view: Partial<DeskView> = {};
  readonly said: string[] = [];
  readonly full = false;
  send = (_event: string, _id: number, data: string): void => {
    const { chat, happened, ...changed } = JSON.parse(data) as Partial<DeskView>;
    Object.assign(this.view, changed);
    for (const line of [...(chat ?? []), ...(happened ?? [])]) this.said.push(line.id);
  };
  end = (): void => undefined;
}
const look = (): Desk => {
  const desk = new Desk();
  expect(host.lookAtDesk('s', desk)).not.toBeNull();
  return desk;
};

/** Of all that the show has come to, but for what time it is (RFC 8785, SHA-256). */
const digest = (): string =>
  createHash('sha256')
    .update(canonicalize({ ...serialize(live.state), now: 0 }) ?? '')
    .digest('hex');
const kept = (at = folder): number =>
  readdirSync(at, { withFileTypes: true }).reduce(
    (sum, each) => sum + (each.isDirectory() ? kept(join(at, each.name)) : statSync(join(at, each.name)).size),
    0,
  );

test('gifts, chat and alerts are on the desk; afterwards state and disk are as they were, and nothing was posted or called', async () => {
  // A session that is over: its numbers are what is to stay.
  await standins.act('brindle', HANDLE, { act: 'live' });
  await standins.act('brindle', HANDLE, { act: 'gift', user: PERSON, gift: 'ember' });
  await until(
    () => live.state.totals.gifts,
    (gifts) => gifts === 1,
  );
  await standins.act('brindle', HANDLE, { act: 'end' });
  await until(
    () => live.isOn,
    (on) => !on,
  );
  // All of it is over: its alerts too, which time alone ends.
  await until(
    () => nextChange(live.state) - live.clock.now(),
    (ms) => ms > 120_000,
  );
  await live.settled();
  // What happened in earnest was told.
  await until(
    () => calls.length,
    (n) => n > 0,
  );
  calls = [];
  const outward = jest.spyOn(live.outbound, 'act');
  const [before, bytes] = [digest(), kept()];
  const desk = look();

  expect(await owner.rehearse(RUSH)).toBe('on');
  await until(
    () => desk.view,
    ({ totals, played, owedInAll, goals }) =>
      (totals?.gifts ?? 0) > 20 && played?.length !== 0 && (owedInAll?.count ?? 0) > 3 && goals?.length !== 0,
  );
  expect(desk.view).toMatchObject({
    rehearsal: { title: 'A rush' },
    session: { endedAt: expect.any(Number) as number },
  });
  expect(desk.said.length).toBeGreaterThan(20);
  // What the desk asks for is done in it.
  const [owed] = desk.view.owed ?? [];
  await owner.command({ command: 'thank', giver: owed?.key ?? '', last: owed?.last ?? 0 });
  await until(
    () => desk.view.thanked,
    (thanked) => thanked?.some(({ key }) => key === owed?.key) ?? false,
  );
  expect(await owner.feeds.post('b', 'Hello')).toMatchObject({ ok: false });

  await owner.endRehearsal();
  await until(
    () => desk.view,
    ({ rehearsal, totals }) => rehearsal === null && totals?.gifts === 1,
  );
  await live.settled();
  expect([digest(), kept()]).toEqual([before, bytes]);
  expect([outward.mock.calls, calls]).toEqual([[], []]);
});

test('it ends at once as the platform goes live, and nothing of it is in the session', async () => {
  const desk = look();
  expect(await owner.rehearse(RUSH)).toBe('on');
  await until(
    () => desk.view.totals?.gifts ?? 0,
    (gifts) => gifts > 5,
  );
  await standins.act('brindle', HANDLE, { act: 'live' });
  await until(
    () => desk.view,
    ({ rehearsal, session }) => rehearsal === null && session?.endedAt === null,
  );
  expect(live.state.totals).toMatchObject({ gifts: 0, coins: 0 });
  expect([live.recorder.chat, live.state.owed.size, live.state.ledger.accounts.size]).toEqual([[], 0, 0]);
  expect(await owner.rehearse(RUSH)).toBe('live');
});

test('a past session comes as fast as it is asked to, and is over when it is', async () => {
  const desk = look();
  const events = [0, 800, 1600, 2400].map((ms, n) => aGift({ feed: 'gone', by: `v${n}`, seenAt: 1_000_000 + ms }));
  const past = { seed: 1, size: 1, gifts: 1, pace: 8, events };
  expect(await owner.rehearse({ title: 'Friday', from: 'beginning', past })).toBe('on');
  const on = await until(
    () => desk.view,
    ({ totals }) => totals?.gifts === 4,
  );
  expect((on.rehearsal?.endsAt ?? 0) - (on.rehearsal?.startedAt ?? 0)).toBe(301);
  // Its alerts are shown to their end.
  await until(
    () => desk.view,
    ({ rehearsal, queues }) => rehearsal === null && Object.values(queues ?? {}).every(({ count }) => count === 0),
  );
  expect(live.state.totals.gifts).toBe(0);
});

test('a machine that has slept through much of it ends it, and does not make up for it all at once', async () => {
  const desk = look();
  let aheadMs = 0;
  const { clock } = live;
  const now = clock.now.bind(clock);
  jest.spyOn(clock, 'now').mockImplementation(() => now() + aheadMs);
  await owner.rehearse(RUSH);
  await until(
    () => desk.view.totals?.gifts ?? 0,
    (gifts) => gifts > 3,
  );
  const before = desk.said.length;
  aheadMs = 900_000;
  await until(
    () => desk.view,
    ({ rehearsal }) => rehearsal === null,
  );
  // A quarter of an hour of this rush is thousands of lines.
  expect(desk.said.length - before).toBeLessThan(100);
});

test('points that come in as a table meanwhile are the show’s', async () => {
  await owner.rehearse(RUSH);
  const row = { feed: 'b', id: 'x', handle: 'x', name: 'X', points: 70 };
  await owner.command({ command: 'import', rows: [row] });
  await owner.endRehearsal();
  expect(live.state.ledger.get('b', 'x')).toMatchObject({ name: 'X' });
});

test('the show that is edited meanwhile is what goes on; deleted or closed, it ends', async () => {
  const desk = look();
  await owner.rehearse(RUSH);
  const { show } = live.state;
  expect(host.publish({ ...show, goals: [] }, KEY, {})).toMatchObject({ ok: true });
  await until(
    () => desk.view,
    ({ goals, rehearsal }) => goals?.length === 0 && rehearsal !== null,
  );
  await host.remove('s');
  expect(host.ownerOf('s')).toBeNull();
});

test('no more past sessions at once than may be; one that ends makes room', async () => {
  const events = [aGift({ feed: 'b' })];
  const asked: RehearsalAsked = {
    title: 'Friday',
    from: 'beginning',
    past: { seed: 1, size: 1, gifts: 1, pace: 1, events },
  };
  const all = Array.from({ length: MOST_PAST + 1 }, () => new Rehearsals(live, noLog()));
  expect(all.map((each) => each.begin(asked))).toEqual([...new Array<string>(MOST_PAST).fill('on'), 'full']);
  all[0]?.end();
  expect(all.at(-1)?.begin(asked)).toBe('on');
  all.forEach((each) => each.close());
});
