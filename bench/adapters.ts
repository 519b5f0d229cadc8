import { aGift, START } from '@/core/event/examples';
import type { Reading } from '@/core/intake/received';
import { readActivity } from '@/core/platform/activity';
import { readBrindle } from '@/core/platform/brindle';
import { readCloudEvent, toCloudEvent } from '@/core/platform/cloud-events';
import { formatIrc } from '@/core/platform/irc';
import { mapper, mappingSchema } from '@/core/platform/mapping';
import { readOxbowChat, readOxbowHook } from '@/core/platform/oxbow';
import { readTarn } from '@/core/platform/tarn';

const MESSAGES = 100_000;
const ROUNDS = 3;
const origin = { feed: 'f', seenAt: START };
const at = new Date(START).toISOString();
const user = (n: number) => ({
  uid: `u${n % 5000}`,
  handle: `viewer${n % 5000}`,
  nickname: `Viewer ${n % 5000}`,
  badges: [],
});
const rules = mapper(
  mappingSchema.parse({
    rules: [
      {
        kind: 'gift',
        when: { path: '$.event', is: 'present' },
        fields: {
          id: '$.message.ref',
          at: '$.message.when',
          viewerName: '$.message.from.nick',
          giftName: '$.message.item.title',
          unitCoins: '$.message.item.price',
          count: '$.message.qty',
        },
      },
    ],
  }),
);
const json = (text: string): unknown => JSON.parse(text);

/** Each adapter's made-up messages, and how it reads one. A page of Tarn's counts as its ten items. */
const ADAPTERS: Record<
  string,
  { of: number; make: (n: number) => string; read: (text: string) => Reading | Reading[] | null }
> = {
  brindle: {
    of: 1,
    make: (n) =>
      JSON.stringify({
        msgId: `m${n}`,
        at,
        user: user(n),
        gift: { id: 'pot', name: 'Glaze Pot', coins: 50 },
        streak: { key: `k${n}`, count: 3, done: false },
      }),
    read: (data) => readBrindle({ event: 'gift', data, id: '1' }, origin),
  },
  'oxbow, chat (against splitting the line at its spaces)': {
    of: 1,
    make: (n) =>
      formatIrc({
        tags: { id: `m${n}`, time: at, account: `u${n % 5000}`, 'display-name': `Viewer ${n % 5000}`, badges: '' },
        prefix: `viewer${n % 5000}!v@oxbow`,
        command: 'PRIVMSG',
        params: ['#h', 'mind the bulkhead, captain'],
      }).trimEnd(),
    read: (line) => readOxbowChat(line, origin),
  },
  'oxbow, webhooks': {
    of: 1,
    make: (n) =>
      JSON.stringify({
        type: 'channel.tipped',
        timestamp: at,
        data: {
          user: { account: `u${n}`, handle: 'v', displayName: 'Viewer', badges: [] },
          amount: { value: '5.00', currency: 'EUR' },
          message: null,
        },
      }),
    read: (body) => readOxbowHook({ id: 'w', body }, origin),
  },
  tarn: {
    of: 10,
    make: (n) =>
      JSON.stringify({
        items: Array.from({ length: 10 }, (_, k) => ({
          type: 'comment',
          id: `i${n}.${k}`,
          at,
          author: { channelId: `c${n}`, name: 'Viewer', isModerator: false, isMember: true },
          text: 'lovely water',
        })),
        next: `c${n}`,
        pollAfterMs: 1000,
        room: { state: 'live', watching: 4, hearts: n, followers: 3 },
      }),
    read: (text) => {
      const page = readTarn(text, origin, { state: 'live', watching: 4 });
      return page.ok ? page.readings.map(({ reading }) => reading) : null;
    },
  },
  mapped: {
    of: 1,
    make: (n) =>
      JSON.stringify({
        event: 'present',
        message: {
          ref: `x${n}`,
          when: 1795546802,
          from: { nick: `Viewer ${n % 5000}`, user_id: n },
          item: { title: 'Paper Boat', price: 25 },
          qty: 3,
        },
      }),
    read: (text) => rules.read(json(text), origin, 'f'),
  },
  cloudevents: {
    of: 1,
    make: (n) => JSON.stringify(toCloudEvent(aGift({ id: `m${n}`, by: `viewer${n % 5000}` }))),
    read: (text) => readCloudEvent(json(text), origin, null),
  },
  activity: {
    of: 1,
    make: (n) =>
      JSON.stringify({
        type: 'Create',
        id: `https://social.example/${n}`,
        actor: { type: 'Person', id: `https://social.example/@v${n}`, name: 'Viewer' },
        object: { type: 'Note', content: '<p>that curve</p>' },
        published: at,
      }),
    read: (text) => readActivity(json(text), origin, 'f'),
  },
};

/** Messages a second through each adapter, against JSON.parse of the same bytes alone. */
export function benchAdapters(): string[] {
  return Object.entries(ADAPTERS).map(([name, { of, make, read }]) => {
    const texts = Array.from({ length: MESSAGES / of }, (_, n) => make(n));
    const plain = texts[0]?.startsWith('@') ? (text: string): unknown => text.split(' ') : json;
    const time = (what: (text: string) => unknown): number => {
      const started = performance.now();
      let some = 0;
      for (const text of texts) if (what(text) !== undefined) some += 1;
      return some === texts.length ? performance.now() - started : NaN;
    };
    time(plain);
    time(read);
    const rounds = Array.from({ length: ROUNDS }, () => ({ alone: time(plain), whole: time(read) }));
    const alone = Math.min(...rounds.map((round) => round.alone));
    const whole = Math.min(...rounds.map((round) => round.whole));
    return `through the adapter of ${name} / JSON.parse alone: ${(whole / alone).toFixed(2)}  (${Math.round(MESSAGES / whole).toLocaleString('en')} thousand messages a second)`;
  });
}
