import { Standins } from '../open';
import { TarnRoom } from './room';

const hana = { uid: 'c2', handle: 'hana', nickname: '山田 はな', badges: ['subscriber'] };

describe('a room', () => {
  let now = Date.UTC(2026, 10, 19, 19);
  const made = (): TarnRoom =>
    new TarnRoom(
      'h',
      () => now,
      () => 0.5,
    );
  const page = (room: TarnRoom, after: string) => {
    const answer = room.page(after);
    if (answer.status !== 200) throw new Error(`${answer.status}`);
    return answer.body;
  };
  const texts = (items: unknown[]): unknown[] => items.map((item) => (item as { text: string }).text);

  test('"latest" begins behind everything; from there each page has what is new, and no page more than 200', () => {
    const room = made();
    room.comment(hana, 'before');
    const { next, items } = page(room, 'latest');
    expect(items).toEqual([]);
    for (let n = 0; n < 250; n += 1) room.comment(hana, `line ${n}`);
    const first = page(room, next);
    expect([first.items.length, first.pollAfterMs]).toEqual([200, 200]);
    const second = page(room, first.next);
    expect([texts(second.items).at(0), second.items.length, second.pollAfterMs]).toEqual(['line 200', 50, 1000]);
    expect(page(room, second.next)).toMatchObject({ items: [], next: second.next });
  });

  test('a cursor is good for ten minutes; then, and when it is none, it is too old', () => {
    const room = made();
    room.comment(hana, 'old');
    const { next } = page(room, 'latest');
    room.comment(hana, 'missed');
    now += 10 * 60_000 + 1;
    room.comment(hana, 'new');
    expect([room.page(next).status, room.page('c1').status, room.page('nonsense').status]).toEqual([410, 410, 410]);
  });

  test('a cursor at the very end stays good, however long nothing happens: nothing was lost', () => {
    const room = made();
    room.comment(hana, 'last');
    const { next } = page(room, 'latest');
    now += 60 * 60_000;
    expect(page(room, next).items).toEqual([]);
    room.comment(hana, 'again');
    expect(texts(page(room, next).items)).toEqual(['again']);
  });

  test('hearts and followers have no items, and a sticker’s amount stands in the ledger in minor units', () => {
    const room = made();
    const before = page(room, 'latest').room as { hearts: number; followers: number };
    room.heart(5);
    room.followed(2);
    expect(room.sticker(hana, 'Pearl', 1_250_000, 'KWD')).toBe(true);
    expect(room.sticker(hana, 'Pearl', 1, 'QQQ')).toBe(false);
    expect(page(room, 'latest')).toMatchObject({
      items: [],
      room: { hearts: before.hearts + 5, followers: before.followers + 2 },
    });
    expect(room.ledger).toMatchObject({ like: 5, follow: 2, tip: { count: 1, minor: { KWD: 1250 } } });
  });
});

test('by HTTP: an ETag for what has not changed, 429 for too soon, 404 as a problem document', async () => {
  const standins = await Standins.open(['h']);
  try {
    await standins.act('tarn', 'h', { act: 'pace', ms: 0 });
    const at = `${standins.addresses.tarn}/v1/rooms/h/activity`;
    const first = await fetch(`${at}?after=latest`);
    const { next } = (await first.json()) as { next: string };
    const second = await fetch(`${at}?after=${next}`, {
      headers: { 'if-none-match': first.headers.get('etag') ?? '' },
    });
    expect([first.status, second.status, await second.text()]).toEqual([200, 304, '']);
    await standins.act('tarn', 'h', { act: 'comment', user: hana, text: 'new' });
    const third = await fetch(`${at}?after=${next}`, { headers: { 'if-none-match': first.headers.get('etag') ?? '' } });
    expect([third.status, ((await third.json()) as { items: unknown[] }).items.length]).toEqual([200, 1]);
    await standins.act('tarn', 'h', { act: 'pace', ms: 60_000 });
    await fetch(`${at}?after=latest`);
    const soon = await fetch(`${at}?after=latest`);
    expect([soon.status, Number(soon.headers.get('retry-after')) > 50]).toEqual([429, true]);
    const nobody = await fetch(`${standins.addresses.tarn}/v1/rooms/nobody/activity`);
    expect([nobody.status, nobody.headers.get('content-type')?.split(';')[0]]).toEqual([
      404,
      'application/problem+json',
    ]);
  } finally {
    await standins.close();
  }
});
