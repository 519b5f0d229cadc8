import { existsSync, statSync, utimesSync } from 'node:fs';
import { join } from 'node:path';
import { DAY_MS } from './allowance';
import { passDays, host, now, open, again, publish, folderOf, found } from './show-host.setup';

describe('a show that nobody has opened for long', () => {
  const sleep = (): boolean => existsSync(join(folderOf('a'), 'asleep'));
  beforeEach(() => again({ sleepMs: 30 * DAY_MS }));

  test('sleeps, with its files left, and wakes within two seconds when anything of it is opened', async () => {
    for (const open of [
      () => found('a') === 'show',
      () => host.outlet('outlet-a-0123456789') !== null,
      () => host.inbox('inbox-a-0123456789') !== null,
    ]) {
      publish('a');
      passDays(29);
      await host.letSleep();
      expect(sleep()).toBe(false);
      passDays(2);
      await host.letSleep();
      expect([sleep(), host.running('a'), host.hasOutlet('outlet-a-0123456789')]).toEqual([true, null, true]);
      const started = performance.now();
      expect(open()).toBe(true);
      expect(performance.now() - started).toBeLessThan(2000);
      expect([sleep(), host.running('a') === null]).toEqual([false, false]);
      expect(host.running('a')?.told().at(-1)?.says).toMatch(/had slept on the server/);
    }
  });

  test('does not sleep while someone looks at an outlet of it, or while a session is on', async () => {
    publish('a');
    const outlet = host.outlet('outlet-a-0123456789');
    const stream = { send: () => undefined, full: false, end: () => undefined };
    const stop = outlet?.look(stream);
    passDays(40);
    await host.letSleep();
    expect(sleep()).toBe(false);
    stop?.();
    const event = {
      headers: { 'content-type': 'application/cloudevents+json' },
      body: JSON.stringify({
        specversion: '1.0',
        id: '1',
        source: '/t',
        type: 'app.gavirn.event.follow',
        time: '2026-11-27T10:00:00Z',
        data: { viewer: { id: 'u', handle: 'u', name: 'U', roles: [] } },
      }),
    };
    expect((await outlet?.owner.feeds.receive('c', event))?.status).toBe(204);
    await host.letSleep();
    expect([host.running('a')?.isOn, sleep()]).toEqual([true, false]);
    await outlet?.owner.endSession();
    await host.letSleep();
    expect(sleep()).toBe(true);
  });

  test('does not sleep where it is opened just then: it goes on, with nothing of it closed', async () => {
    publish('a');
    passDays(31);
    const asleep = host.letSleep();
    expect(found('a')).toBe('show');
    const running = host.running('a');
    await asleep;
    expect([sleep(), host.running('a') === running]).toEqual([false, true]);
  });

  test('is still asleep after a restart, and when it was opened is known then, too', async () => {
    publish('a');
    passDays(31);
    await host.letSleep();
    await again({ sleepMs: 30 * DAY_MS });
    expect([sleep(), host.running('a')]).toEqual([true, null]);
    expect(found('a')).toBe('show');
    await host.close();
    const file = join(folderOf('a'), 'show.json');
    expect(Math.abs(statSync(file).mtimeMs - now)).toBeLessThan(1000);
    utimesSync(file, now / 1000 - 31 * 86_400, now / 1000 - 31 * 86_400);
    open({ sleepMs: 30 * DAY_MS });
    await host.letSleep();
    expect(sleep()).toBe(true);
  });
});
