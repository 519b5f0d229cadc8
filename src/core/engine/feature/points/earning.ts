import { figure } from '@/core/event/figures';
import type { EventOf, StreamEvent } from '@/core/event/event';
import { wholeUnit } from '@/core/event/money';
import { viewerKey } from '@/core/event/viewer-key';
import { isLeftOut } from '@/core/engine/count/counting';
import { dayRow, joinDays } from '@/core/engine/count/past';
import { addTo, newRow } from '@/core/engine/count/row';
import { dayOf } from '@/core/engine/count/window';
import type { ViewerTally } from '@/core/engine/count/viewer-tally';
import { cueMoment } from '@/core/engine/cue/fire';
import { answer as answerIn } from '@/core/engine/kernel/answer';
import type { Doer } from '@/core/engine/kernel/cause';
import type { Emit } from '@/core/engine/kernel/effect';
import { later, recount, renewWindows } from '@/core/engine/kernel/state';
import { plain } from '@/core/words/plain';
import type { Account, Why } from './ledger';
import { earnedBy, FROM_A_FILE, levelAt, pointsWords, type EarnKind, type Perk } from './schema';
import type { PointsHost } from './slice';
import type { LevelMoment } from './when-level';
import type { PerkMoment } from './when-perk';
import { aired } from '@/core/words/on-air';

/* Points in a session: who earns, spends and hands them on. */

/** Two signs of a viewer that lie no further apart are time watched: platforms do not say when someone leaves. */
const WATCHED_APART_MS = 10 * 60_000;

/** What a viewer has: of all that is theirs where several feeds' viewers are one person. */
export interface Pocket {
  earned: number;
  balance: number;
  level: number;
}

export function pocketOf(state: PointsHost, feed: string, id: string): Pocket {
  let earned = 0;
  let balance = 0;
  for (const member of state.derived.people.membersOf(feed, id)) {
    const account = state.ledger.get(member.feed, member.viewer);
    if (!account) continue;
    earned += account.earned;
    balance += account.balance;
  }
  return { earned, balance, level: levelAt(state.show.points.levels, earned) };
}

/** Gives (or takes) points for a reason; what is given counts towards levels. Levels that are reached are told to cues later on. */
export function give(state: PointsHost, viewer: Doer, why: Why, points: number): void {
  if (points === 0) return;
  const { ledger, session, now } = state;
  const account = ledger.open(viewer);
  const before = points > 0 ? pocketOf(state, viewer.feed, viewer.id).level : 0;
  const since = why === 'hand' || why === 'cue' ? Infinity : (session?.startedAt ?? Infinity);
  ledger.post(account, { why, points, at: now, since });
  if (points < 0) return;
  account.earned += points;
  countGiven(state, viewer, points);
  later(state, (emit) => recount(state, emit));
  const by: Doer = { feed: viewer.feed, id: viewer.id, name: account.name, handle: account.handle };
  const { level } = pocketOf(state, viewer.feed, viewer.id);
  for (let reached = before + 1; reached <= level; reached += 1) {
    later(state, (emit) => {
      const { balance } = pocketOf(state, by.feed, by.id);
      const moment: LevelMoment = { trigger: 'level', now: state.now, by, level: reached, points: balance };
      cueMoment(state, moment, emit);
    });
  }
}

/** Points are a measure: they count for the viewer, the session and its boards from when they are given, whatever they are for. */
function countGiven(state: PointsHost, viewer: Doer, points: number): void {
  const { derived, now, show } = state;
  const own = state.viewers.get(viewer.feed, viewer.id);
  if (own) {
    own.points += points;
    const row = derived.firstDay && dayRow(own, now, { first: derived.firstDay, zone: show.zone });
    if (row) addTo(row, 'points', points);
    const tally = derived.people.tallyOf(own);
    for (const part of derived.parts.values()) if (part.measure === 'points') part.update(tally);
    if (!isLeftOut(state, own.feed, own.id)) {
      for (const board of derived.boards) if (board.measure === 'points') board.update(tally);
    }
  }
  // Somebody of an earlier session has no tally in this one: their day has a row all the same.
  const earlier = own ? undefined : state.past.viewers.get(viewerKey(viewer.feed, viewer.id));
  if (earlier) {
    const row = newRow();
    addTo(row, 'points', points);
    earlier.days = joinDays(earlier.days, [[dayOf(now, show.zone), row]]);
    if (derived.boards.some(({ measure }) => measure === 'points') || derived.parts.size > 0) renewWindows(state);
  }
  state.totals.points += points;
  addTo(state.minutes.of(now), 'points', points);
}

/** Balances from a file: they count towards levels, which is announced to nobody, and are not of this session. */
export function bringIn({ ledger, now }: PointsHost, rows: readonly (Doer & { points: number })[]): void {
  for (const { points, ...viewer } of rows) {
    const account = ledger.open(viewer);
    const more = points - account.balance;
    ledger.post(account, { why: 'hand', points: more, at: now, note: FROM_A_FILE });
    account.earned += Math.max(0, more);
  }
}

/** What an event earns its viewer. @param worth thousandths of a minor unit */
export function earn(state: PointsHost, event: StreamEvent, viewer: ViewerTally, worth: number): void {
  const { earn: rules, chatPause } = state.show.points;
  const account = state.ledger.open(viewer);
  const watched = event.at - account.seenAt;
  if (account.seenAt > 0 && watched > 0 && watched <= WATCHED_APART_MS) {
    const minutes = Math.floor((account.watched + watched) / 60_000) - Math.floor(account.watched / 60_000);
    account.watched += watched;
    give(state, viewer, 'minute', rules.minute * minutes);
  }
  account.seenAt = Math.max(account.seenAt, event.at);
  if (event.kind === 'like') {
    const likes = account.likes + event.count;
    account.likes = likes % 10;
    return give(state, viewer, 'tenLikes', rules.tenLikes * Math.floor(likes / 10));
  }
  if (event.kind === 'chat') {
    if (account.chatAt > 0 && event.at - account.chatAt < chatPause * 1000) return;
    account.chatAt = event.at;
    return give(state, viewer, 'chat', rules.chat);
  }
  const earned: { why: EarnKind; points: number } | null = earnedBy(
    rules,
    event,
    worth,
    wholeUnit(state.show.money.currency),
  );
  if (earned) give(state, viewer, earned.why, earned.points);
}

/** What a chat message asks of points: one's own, a perk, handing some on. */
export function askPoints(state: PointsHost, event: EventOf<'chat'>, word: string, emit: Emit): void {
  if (!event.viewer) return;
  const { points } = state.show;
  const viewer: Doer = { feed: event.feed, ...event.viewer };
  const answer = (text: string): void => answerIn(state, event.feed, text, emit);
  if (points.ask !== '' && plain(points.ask) === word) {
    const { balance, level } = pocketOf(state, viewer.feed, viewer.id);
    return answer(
      aired(state.show.language, '{name}: {points}, level {level}.', {
        name: viewer.name,
        points: pointsWords(balance, points, state.show.language),
        level,
      }),
    );
  }
  if (points.give.keyword !== '' && plain(points.give.keyword) === word)
    return answer(handOn(state, viewer, event.text.trim().split(/\s+/).slice(1)));
  const perk = points.perks.find(({ keyword }) => plain(keyword) === word);
  if (!perk) return;
  const refused = takePerk(state, viewer, perk, event.text.trim().slice(word.length).trim());
  if (refused !== null) answer(refused);
}

/** Pays for a perk; a sentence when it cannot be had. */
function takePerk(state: PointsHost, viewer: Doer, perk: Perk, message: string): string | null {
  const { balance, level } = pocketOf(state, viewer.feed, viewer.id);
  if (level < perk.level)
    return aired(state.show.language, '{name}: {perk} is from level {least} on; you are at {level}.', {
      name: viewer.name,
      perk: perk.name,
      least: perk.level,
      level,
    });
  if (balance < perk.price)
    return aired(state.show.language, '{name}: {perk} takes {price}; you have {balance}.', {
      name: viewer.name,
      perk: perk.name,
      price: pointsWords(perk.price, state.show.points, state.show.language),
      balance: figure(balance, state.show.language),
    });
  const account = state.ledger.open(viewer);
  const again = (account.perks[perk.id] ?? -Infinity) + perk.pause * 1000 - state.now;
  if (again > 0)
    return aired(state.show.language, '{name}: {perk} again in {seconds} s.', {
      name: viewer.name,
      perk: perk.name,
      seconds: Math.ceil(again / 1000),
    });
  account.perks[perk.id] = state.now;
  pay(state, viewer, { why: 'perk', points: perk.price, note: perk.name });
  const { feed, id, name, handle } = viewer;
  later(state, (emit) => {
    const by: Doer = { feed, id, name, handle };
    const moment: PerkMoment = { trigger: 'perk', now: state.now, by, perk: perk.id, message };
    cueMoment(state, moment, emit);
  });
  return null;
}

/** Takes points from a viewer's own account first, then from the others of the same person. */
function pay(
  state: PointsHost,
  { feed, id }: Doer,
  { why, points, note }: { why: Why; points: number; note: string },
): void {
  let left = points;
  const others = state.derived.people
    .membersOf(feed, id)
    .filter((member) => member.feed !== feed || member.viewer !== id);
  for (const member of [{ feed, viewer: id }, ...others]) {
    const account = state.ledger.get(member.feed, member.viewer);
    const part = Math.min(left, Math.max(0, account?.balance ?? 0));
    if (!account || part === 0) continue;
    state.ledger.post(account, { why, points: -part, at: state.now, note });
    left -= part;
  }
}

/** "@handle 50": hands points to another viewer; says what came of it. */
function handOn(state: PointsHost, viewer: Doer, [to, amount]: string[]): string {
  const { points } = state.show;
  const asked = /^\d{1,9}$/.test(amount ?? '') ? Number(amount) : 0;
  const handle = plain((to ?? '').replace(/^@/, ''));
  if (handle === '' || asked === 0)
    return aired(state.show.language, '{name}: it is “{keyword} @handle 50”.', {
      name: viewer.name,
      keyword: points.give.keyword,
    });
  const other = accountBy(state, viewer.feed, handle);
  if (!other)
    return aired(state.show.language, '{name}: nobody with the handle {handle} has any {unit} here yet.', {
      name: viewer.name,
      handle,
      unit: points.unit,
    });
  if (
    state.derived.people
      .membersOf(viewer.feed, viewer.id)
      .some((member) => member.feed === other.feed && member.viewer === other.id)
  )
    return aired(state.show.language, '{name}: that is you.', { name: viewer.name });
  const own = state.ledger.open(viewer);
  const left = points.give.most - own.given;
  if (asked > left)
    return left === 0
      ? aired(state.show.language, '{name}: you can hand on no more in this session.', { name: viewer.name })
      : aired(state.show.language, '{name}: you can hand on no more than {points} in this session.', {
          name: viewer.name,
          points: pointsWords(left, points, state.show.language),
        });
  const { balance } = pocketOf(state, viewer.feed, viewer.id);
  if (asked > balance)
    return aired(state.show.language, '{name}: you have {points}.', {
      name: viewer.name,
      points: pointsWords(balance, points, state.show.language),
    });
  own.given += asked;
  pay(state, viewer, { why: 'sent', points: asked, note: other.name });
  state.ledger.post(other, { why: 'received', points: asked, at: state.now, note: viewer.name });
  return aired(state.show.language, '{name} hands {points} to {other}.', {
    name: viewer.name,
    points: pointsWords(asked, points, state.show.language),
    other: other.name,
  });
}

/** The same feed's first: handles are unique there only. */
function accountBy(state: PointsHost, feed: string, handle: string): Account | null {
  let elsewhere: Account | null = null;
  for (const account of state.ledger.accounts.values()) {
    if (plain(account.handle) !== handle) continue;
    if (account.feed === feed) return account;
    elsewhere ??= account;
  }
  return elsewhere;
}
