import type { Feed, PlatformName } from './feed';
import type { EventKind } from '@/core/event/kind';
import { activityKinds } from './activity';
import { brindleKinds } from './brindle';
import { MAPPED_KINDS } from './mapping';
import { oxbowKinds } from './oxbow';
import { tarnKinds } from './tarn';
import { phrase, type Phrase, type Sayable } from '@/core/words/phrase';

/** What there is to know of a platform before a feed of it is connected. */
export interface Platform {
  name: Sayable;
  /** One line that says what it is. */
  says: Phrase;
  /** What it can send at all. */
  kinds: readonly EventKind[];
  /** Of these, what an account must be admitted to first. */
  admission: readonly EventKind[];
  /** With which kinds it sends what their viewers write, besides chat. */
  written: readonly EventKind[];
  /** How the streamer is found: by a handle, by an address of theirs, at an address of ours, or in a file. */
  by: 'handle' | 'address' | 'inbox' | 'file';
}

/** Every platform, in the order in which they are offered. A new one is its adapter, its client, and a line here. */
export const PLATFORMS: Record<PlatformName, Platform> = {
  brindle: {
    name: 'Brindle',
    says: phrase('Vertical live video from a phone'),
    kinds: brindleKinds,
    written: [],
    admission: ['subscribe'],
    by: 'handle',
  },
  oxbow: {
    name: 'Oxbow',
    says: phrase('Live from a console'),
    kinds: oxbowKinds,
    written: ['tip', 'subscribe'],
    admission: ['subscribe', 'giftSubs', 'tip'],
    by: 'handle',
  },
  tarn: {
    name: 'Tarn',
    says: phrase('Live from a phone app'),
    kinds: tarnKinds,
    written: [],
    admission: ['tip', 'subscribe'],
    by: 'handle',
  },
  mapped: {
    name: phrase('Any other'),
    says: phrase('From one sample message of it'),
    kinds: MAPPED_KINDS,
    written: ['tip', 'subscribe'],
    admission: [],
    by: 'address',
  },
  cloudevents: {
    name: 'CloudEvents',
    says: phrase('Anything that posts CloudEvents 1.0'),
    kinds: MAPPED_KINDS,
    written: ['tip', 'subscribe'],
    admission: [],
    by: 'inbox',
  },
  activity: {
    name: 'Activity Streams',
    says: phrase('Follows, likes, shares and notes by POST'),
    kinds: activityKinds,
    written: [],
    admission: [],
    by: 'inbox',
  },
  file: {
    name: phrase('A recording'),
    says: phrase('A recorded session, played again'),
    kinds: MAPPED_KINDS,
    written: ['tip', 'subscribe'],
    admission: [],
    by: 'file',
  },
};

/** Whether a feed sends a kind: `notYet` until its account has been admitted to it. */
export type Sends = 'yes' | 'notYet' | 'no';

/** What a feed can send, as far as can be known: a mapped feed sends what its rules speak of. */
export function sendsOf(feed: Feed, kind: EventKind): Sends {
  const { kinds, admission } = PLATFORMS[feed.platform];
  if (feed.platform === 'mapped') return feed.rules.some((rule) => rule.kind === kind) ? 'yes' : 'no';
  if (!kinds.includes(kind)) return 'no';
  return admission.includes(kind) && !feed.admitted.includes(kind) ? 'notYet' : 'yes';
}

/** Whether a feed's platform says when one is live; where it does not, a session begins with the first event. */
export const tellsRoom = (feed: Feed): boolean =>
  feed.platform === 'mapped'
    ? feed.rules.some(({ kind }) => kind === 'room')
    : feed.platform !== 'cloudevents' && feed.platform !== 'activity';

/** The kinds that a feed's card lists. */
export function kindsOf(feed: Feed): readonly EventKind[] {
  return feed.platform === 'mapped'
    ? [...new Set(feed.rules.map(({ kind }) => kind))].filter((kind) => kind !== 'room')
    : PLATFORMS[feed.platform].kinds.filter((kind) => kind !== 'room');
}

/**
 * Why a kind of event cannot come, in a sentence; null when some feed that is on sends it.
 * @param what the kind in words, as it stands in a sentence: "gifts"
 */
export function whyNever(feeds: readonly Feed[], kind: EventKind, what: Sayable): Phrase | null {
  if (feeds.length === 0) return phrase('The show has no feed yet.');
  const on = feeds.filter((feed) => feed.on);
  if (on.length === 0) return phrase('Every feed is stopped.');
  if (on.some((feed) => sendsOf(feed, kind) === 'yes')) return null;
  const waiting = on.filter((feed) => sendsOf(feed, kind) === 'notYet');
  const names = (list: readonly Feed[]): { and: Sayable[] } => ({
    and: [
      ...new Set(
        list.map((feed) => (PLATFORMS[feed.platform].by === 'handle' ? PLATFORMS[feed.platform].name : feed.handle)),
      ),
    ],
  });
  if (waiting.length > 0)
    return phrase('{names} sends {what} only to admitted accounts. If yours is, say so on the feed’s page.', {
      names: names(waiting),
      what,
    });
  return phrase('{names} {on, plural, one {does} other {do}} not send {what}.', {
    names: names(on),
    on: on.length,
    what,
  });
}

/** Whether some feed that is on sends what viewers write with a kind of event. */
export const sendsMessages = (feeds: readonly Feed[], kind: EventKind): boolean =>
  feeds.some((feed) => {
    if (!feed.on) return false;
    if (kind === 'chat') return sendsOf(feed, kind) !== 'no';
    if (feed.platform === 'mapped') return feed.rules.some((rule) => rule.kind === kind && 'text' in rule.fields);
    return PLATFORMS[feed.platform].written.includes(kind);
  });
