import type { StreamEvent } from '@/core/event/event';
import { LONGEST_NAME, ROLES, tidied, type Role, type Viewer } from '@/core/event/viewer';

/*
 * A log is nearly always one that Gavirn wrote: fields in one order, no white space, hardly an escape. Such a line is read by one expression, in
 * half the time of JSON.parse and the schema. Whatever is not plainly of this form, or is beyond a bound of the schema, is left to them: what is
 * read here is exactly what they would have read (known-form.test.ts).
 */

/** A string's content without escapes; a whole number in plain digits, no longer than the schema's greatest. */
const S = '[^"\\\\\\u0000-\\u001f]';
/** A feed's id holds no slash (event/viewer-key.ts). */
const F = '[^"/\\\\\\u0000-\\u001f]';
const AMOUNT = '(0|[1-9]\\d{0,11})';
/** 13 digits, which is all of 2001 to 2286 in ms since 1970, or 0: in two groups, since digits are added up fastest in nines, and short groups are read fastest. */
const INSTANT = '(?:([1-9]\\d{3})(\\d{9})|0)';
/** A name that needs no tidying (ASCII letters, digits and marks) is a group of its own: so the expression tells it from others. */
const NAME = `(?:([!#-\\[\\]-~]+)|(${S}*))`;
const VIEWER = `\\{"id":"(${S}+)","handle":"(${S}*)","name":"${NAME}","roles":\\[("[a-z",]*")?\\]\\}`;
const KINDS = [
  `like","count":${AMOUNT}(?:,"total":${AMOUNT})?(?:,"room":${AMOUNT})?`,
  `chat","text":"(${S}*)"`,
  `gift","giftId":"(${S}+)","name":"(${S}*)","unitCoins":${AMOUNT},"count":${AMOUNT}(?:,"streakId":"(${S}*)","streakOpen":(true|false))?`,
  '(follow|share|join)"',
].join('|');
const EVENT = `\\{"id":"(${S}+)","feed":"(${F}+)","at":${INSTANT},"seenAt":${INSTANT},"viewer":${VIEWER},"kind":"(?:${KINDS})\\}`;
const LINE = new RegExp(`^${EVENT}$`);
const INPUT = new RegExp(`^\\{"input":"event","at":${INSTANT},"event":${EVENT}(?:,"position":"(${S}*)")?\\}$`);
/** How many groups the event has. */
const GROUPS = 22;

/** Nine digits fit into 32 bits, in which they are added up fastest. */
const HALF = 9;

/** Faster than Number() by half, and exact: no more than 15 digits. */
function number(digits: string): number {
  const { length } = digits;
  return length <= HALF
    ? part(digits, 0, length)
    : part(digits, 0, length - HALF) * 1e9 + part(digits, length - HALF, length);
}

function part(digits: string, from: number, to: number): number {
  let value = 0;
  for (let n = from; n < to; n += 1) value = (value * 10 + digits.charCodeAt(n) - 48) | 0;
  return value;
}

let lastHigh = '';
let lastHighValue = 0;

/** An instant of its two groups. All of a session begin alike: only the last nine digits are added up. */
function instant(high: string | undefined, low: string | undefined): number {
  if (high === undefined || low === undefined) return 0;
  if (high !== lastHigh) {
    lastHigh = high;
    lastHighValue = number(high) * 1e9;
  }
  return lastHighValue + part(low, 0, HALF);
}

function viewerOf(id: string, handle: string, name: string, roles: string | undefined): Viewer | null {
  if (id.length > 200 || handle.length > 400 || name.length > 400) return null;
  const viewer: Viewer = { id, handle, name, roles: [] };
  if (roles !== undefined) {
    const listed = rolesOf(roles);
    if (!listed) return null;
    viewer.roles = listed;
  }
  return viewer;
}

/** @param list strings in quotation marks, with commas between */
function rolesOf(list: string): Role[] | null {
  const roles = list.split(',').map((quoted) => ROLES.find((role) => `"${role}"` === quoted));
  return roles.length <= 8 && roles.every((role) => role !== undefined) ? roles : null;
}

let lastFeed = '';

/** The event in the groups of a match from `g` on; null where the ordinary reader must look at it. @param tidies its viewer's name is tidied */
function eventOf(match: RegExpExecArray, g: number, tidies: boolean): StreamEvent | null {
  const id = match[g] ?? '';
  let feed = match[g + 1] ?? '';
  if (id.length > 300 || feed.length > 100) return null;
  // One string for all events of a feed: maps find it without hashing it anew.
  if (feed === lastFeed) feed = lastFeed;
  else lastFeed = feed;
  const at = instant(match[g + 2], match[g + 3]);
  const seenAt = instant(match[g + 4], match[g + 5]);
  const handle = match[g + 7] ?? '';
  const plain = match[g + 8];
  const viewer = viewerOf(match[g + 6] ?? '', handle, plain ?? match[g + 9] ?? '', match[g + 10]);
  if (!viewer) return null;
  if (tidies && (plain === undefined || plain.length > LONGEST_NAME)) viewer.name = tidied(viewer.name, handle);
  const likes = match[g + 11];
  if (likes !== undefined) {
    const event: StreamEvent & { kind: 'like' } = { id, feed, at, seenAt, viewer, kind: 'like', count: number(likes) };
    const total = match[g + 12];
    if (total !== undefined) event.total = number(total);
    const room = match[g + 13];
    if (room !== undefined) event.room = number(room);
    return event;
  }
  const text = match[g + 14];
  if (text !== undefined) return text.length > 4000 ? null : { id, feed, at, seenAt, viewer, kind: 'chat', text };
  const giftId = match[g + 15];
  if (giftId === undefined) {
    const kind = match[g + 21];
    return kind === 'follow' || kind === 'share' || kind === 'join' ? { id, feed, at, seenAt, viewer, kind } : null;
  }
  const name = match[g + 16] ?? '';
  if (giftId.length > 100 || name.length > 200) return null;
  const event: StreamEvent & { kind: 'gift' } = {
    id,
    feed,
    at,
    seenAt,
    viewer,
    kind: 'gift',
    giftId,
    name,
    unitCoins: number(match[g + 17] ?? ''),
    count: number(match[g + 18] ?? ''),
  };
  const streakId = match[g + 19];
  if (streakId !== undefined) {
    if (streakId.length > 500) return null;
    event.streakId = streakId;
    event.streakOpen = match[g + 20] === 'true';
  }
  return event;
}

/** The event of a whole line in the form that `writeEventLine` gives it, its viewer's name tidied; null where the ordinary reader must look at it. */
export function readKnownEvent(line: string): StreamEvent | null {
  const match = LINE.exec(line);
  return match && eventOf(match, 1, true);
}

/** An event in a journal's line, with when it was taken in and where its feed can be resumed; null where the ordinary reader must look at it. */
export function readKnownInput(
  line: string,
): { input: 'event'; at: number; event: StreamEvent; position?: string } | null {
  const match = INPUT.exec(line);
  const event = match && eventOf(match, 3, false);
  if (!event) return null;
  const at = instant(match[1], match[2]);
  const position = match[3 + GROUPS];
  if (position === undefined) return { input: 'event', at, event };
  return position.length > 200 ? null : { input: 'event', at, event, position };
}
