import type { Feed } from '@/core/platform/feed';
import { emptyShow } from '@/core/show/starter';
import type { LiveShow } from './live-show';
import { until } from '@/server/standins/open';
import { HANDLE, KEY, INBOX, PERSON, base, standins, host, run, state } from './feeds.setup';

describe('Tarn', () => {
  const tarn: Feed = { ...base, id: 't', platform: 'tarn' };

  test('items once, hearts and followers as differences, and a restart of the counters takes nothing back', async () => {
    await standins.act('tarn', HANDLE, { act: 'pace', ms: 50 });
    const live = await run([tarn]);
    await until(
      () => state(live, 't'),
      (now) => now === 'waiting',
    );
    await standins.act('tarn', HANDLE, { act: 'live' });
    await until(
      () => state(live, 't'),
      (now) => now === 'connected',
    );
    await until(
      () => live.state.session,
      (session) => session !== null,
    );
    await standins.act('tarn', HANDLE, { act: 'hearts', count: 40 });
    await until(
      () => live.state.totals.likes,
      (likes) => likes === 40,
    );
    await standins.act('tarn', HANDLE, { act: 'restart', hearts: 3, followers: 0 });
    await new Promise((resolve) => setTimeout(resolve, 500));
    await standins.act('tarn', HANDLE, { act: 'hearts', count: 5 });
    await standins.act('tarn', HANDLE, { act: 'followers', count: 2 });
    await standins.act('tarn', HANDLE, { act: 'sticker', user: PERSON, amountMicros: 1_250_000, currency: 'KWD' });
    const { totals } = await until(
      () => live.state,
      (now) => now.totals.likes === 45 && now.totals.follows === 2 && now.totals.byKind.tip === 1,
    );
    expect([totals.viewerLikes, totals.tips]).toEqual([0, { KWD: 1250 }]);
  });

  test('down, asked too soon, and forgotten: it waits, and a gap is marked', async () => {
    await standins.act('tarn', HANDLE, { act: 'pace', ms: 50 });
    await standins.act('tarn', HANDLE, { act: 'live' });
    const live = await run([tarn]);
    await until(
      () => state(live, 't'),
      (now) => now === 'connected',
    );
    await standins.act('tarn', HANDLE, { act: 'down', ms: 900 });
    await until(
      () => state(live, 't'),
      (now) => now === 'reconnecting',
    );
    await standins.act('tarn', HANDLE, { act: 'comment', user: PERSON, text: 'lost' });
    await standins.act('tarn', HANDLE, { act: 'forget' });
    await until(
      () => state(live, 't'),
      (now) => now === 'connected',
    );
    expect(live.state.problems.get('t')?.gaps).toMatchObject([{ lost: null, from: expect.any(Number) }]);
    await standins.act('tarn', HANDLE, { act: 'comment', user: PERSON, text: 'after' });
    await until(
      () => live.state.totals.byKind.chat,
      (chats) => chats === 1,
    );
    const soon = await fetch(`${standins.addresses.tarn}/v1/rooms/${HANDLE}/activity?after=latest`);
    await standins.act('tarn', HANDLE, { act: 'pace', ms: 5000 });
    await new Promise((resolve) => setTimeout(resolve, 300));
    const again = await fetch(`${standins.addresses.tarn}/v1/rooms/${HANDLE}/activity?after=latest`);
    expect([
      soon.status === 200 || soon.status === 429,
      again.status,
      Number(again.headers.get('retry-after')) > 0,
    ]).toEqual([true, 429, true]);
  });
});

test('ten shows that follow one polled room all connect within a minute, and all hear what happens', async () => {
  await standins.act('tarn', HANDLE, { act: 'pace', ms: 1000 });
  const ids = Array.from({ length: 10 }, (_, n) => `s${n}`);
  const lives = ids.map((id): LiveShow => {
    expect(
      host.publish(
        { ...emptyShow(id, id), feeds: [{ ...base, id: 't', platform: 'tarn' }] },
        KEY,
        {},
        { secrets: { t: { inbox: `${INBOX}-${id}` } } },
      ),
    ).toEqual({ ok: true });
    const live = host.running(id);
    if (!live) throw new Error(`The show is ${host.desk(id, KEY).found}.`);
    return live;
  });
  await until(
    () => lives.filter((live) => state(live, 't') === 'waiting').length,
    (count) => count === 10,
  );
  await standins.act('tarn', HANDLE, { act: 'live' });
  await standins.act('tarn', HANDLE, { act: 'comment', user: PERSON, text: 'hello' });
  await until(
    () => lives.filter(({ state: { totals } }) => totals.byKind.chat === 1).length,
    (count) => count === 10,
  );
});
