/*
 * Counts a session's event log again, by itself: nothing of Gavirn is used, and the calendar is Luxon's. It says what the numbers of a
 * frame should be.
 *
 *   node e2e/recount.mjs EVENTS.ndjson --zone Europe/Lisbon --now 1761462000000
 *
 * Prints, for "session", "day", "week" and "month" as they lie at --now: the sums of coins, gifts, likes, follows, chats, shares,
 * subscriptions (own; own and given away; received), how many tips, and each viewer's coins and likes by `<feed>/<id>`.
 */
import { readFileSync } from 'node:fs';
import { DateTime } from 'luxon';

const [file, ...rest] = process.argv.slice(2);
const option = (name) => rest[rest.indexOf(name) + 1];
const zone = option('--zone');
const now = DateTime.fromMillis(Number(option('--now')), { zone });

const windows = {};
for (const name of ['session', 'day', 'week', 'month'])
  windows[name] = {
    coins: 0,
    gifts: 0,
    likes: 0,
    follows: 0,
    chats: 0,
    shares: 0,
    subscriptions: 0,
    allSubs: 0,
    receivedSubs: 0,
    tipCount: 0,
    hellos: 0,
    viewers: {},
  };

for (const line of readFileSync(file, 'utf8').split('\n')) {
  if (line === '') continue;
  const event = JSON.parse(line);
  const at = DateTime.fromMillis(event.at, { zone });
  for (const [name, sums] of Object.entries(windows)) {
    if (name !== 'session' && !at.hasSame(now, name)) continue;
    const viewer = event.viewer
      ? (sums.viewers[`${event.feed}/${event.viewer.id}`] ??= { coins: 0, likes: 0, follows: 0 })
      : { coins: 0, likes: 0, follows: 0 };
    if (event.kind === 'gift') {
      sums.gifts += event.count;
      sums.coins += event.count * event.unitCoins;
      viewer.coins += event.count * event.unitCoins;
    } else if (event.kind === 'like') {
      sums.likes += event.room ?? event.count;
      viewer.likes += event.count;
    } else if (event.kind === 'follow') {
      sums.follows += event.count ?? 1;
      viewer.follows += 1;
    } else if (event.kind === 'chat') {
      sums.chats += 1;
      if (event.viewer && /^hello(\s|$)/i.test(event.text.trim())) sums.hellos += 1;
    } else if (event.kind === 'share') sums.shares += 1;
    else if (event.kind === 'subscribe' && event.gifted) sums.receivedSubs += 1;
    else if (event.kind === 'subscribe') {
      sums.subscriptions += 1;
      sums.allSubs += 1;
    } else if (event.kind === 'giftSubs') sums.allSubs += event.count;
    else if (event.kind === 'tip') sums.tipCount += 1;
  }
}
process.stdout.write(`${JSON.stringify(windows)}\n`);
