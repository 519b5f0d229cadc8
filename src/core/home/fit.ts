import { dequal } from 'dequal';
import { withFeeds } from '@/core/event/with-feeds';
import type { Feed } from '@/core/platform/feed';
import type { Show } from '@/core/show/show';
import { freshName } from '@/core/show/listed';

/* A show comes into a home: by its file, or from another home. What belongs to the streamer is there already. */

const sameWord = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

/**
 * What a show's feeds are in a home: those that are new to it, and the ids that all have there.
 * @param newId makes an id that nothing has
 */
function feedsIn(show: Show, home: Show, newId: () => string): { added: Feed[]; ids: Map<string, string> } {
  const ids = new Map<string, string>();
  const added = show.feeds.flatMap((feed): Feed[] => {
    const known = home.feeds.find((one) => isSameAccount(one, feed));
    const id = known?.id ?? (home.feeds.some((one) => one.id === feed.id) ? newId() : feed.id);
    ids.set(feed.id, id);
    return known ? [] : [{ ...feed, id }];
  });
  return { added, ids };
}

/** Platforms on which a handle is an account; elsewhere it is what the streamer calls a feed that may have an address of its own. */
const WITH_ACCOUNTS: ReadonlySet<Feed['platform']> = new Set(['brindle', 'oxbow', 'tarn']);

function isSameAccount(a: Feed, b: Feed): boolean {
  if (a.platform !== b.platform) return false;
  if (WITH_ACCOUNTS.has(a.platform)) return sameWord(a.handle, b.handle);
  return a.id === b.id || dequal({ ...a, id: '', on: true }, { ...b, id: '', on: true });
}

/** The ids that a show's feeds and outlets have in a home that it has come into. */
export function idsInHome(show: Show, home: Show): { feeds: Map<string, string>; outlets: Map<string, string> } {
  const feeds = show.feeds.flatMap((feed) => {
    const known = home.feeds.find((one) => isSameAccount(one, feed));
    return known ? [[feed.id, known.id] as const] : [];
  });
  const ids = outletsIn(show, home, () => '').map(({ id }) => id);
  return { feeds: new Map(feeds), outlets: new Map(show.outlets.map(({ id }, n) => [id, ids[n] ?? id])) };
}

/**
 * The home with a show that comes to it, as it is once that is on: its feeds are the home's of the same platform and handle, its outlets those of
 * the same name; what the home does not have is added to it, and what it has stays.
 * @param home with any of its shows
 * @param names of the home's shows
 * @param newId makes an id that nothing has
 */
export function fitted(show: Show, home: Show, names: readonly string[], newId: () => string): Show {
  const { added, ids } = feedsIn(show, home, newId);
  const own = withFeeds(show, ids);
  return {
    ...own,
    id: home.id,
    name: freshName(
      own.name,
      names.map((name) => ({ id: '', name })),
    ),
    feeds: [...home.feeds, ...added],
    outlets: outletsIn(own, home, newId),
    money: { ...home.money, rates: { ...own.money.rates, ...home.money.rates } },
    people: withNew(home.people, own.people, ({ id }) => id),
    notes: withNew(home.notes, own.notes, ({ feed, viewer }) => `${feed}\n${viewer}`),
    leftOut: {
      ...home.leftOut,
      named: withNew(home.leftOut.named, own.leftOut.named, ({ feed, viewer }) => `${feed}\n${viewer}`),
    },
    points: pointsIn(own, home),
    zone: home.zone,
    goOnMinutes: home.goOnMinutes,
    followAgain: home.followAgain,
    plan: home.plan,
    keepSessions: home.keepSessions,
    alsoShown: home.alsoShown,
    questionWord: home.questionWord,
    delays: home.delays,
  };
}

const withNew = <T>(there: readonly T[], come: readonly T[], keyOf: (one: T) => string): T[] => {
  const known = new Set(there.map(keyOf));
  return [...there, ...come.filter((one) => !known.has(keyOf(one)))];
};

/** Where nobody earns points yet, the show's rules are the home's. */
function pointsIn({ points: come }: Show, { points: there }: Show): Show['points'] {
  if (come.own) return come;
  if (!there.on && there.perks.length === 0) return come;
  return { ...there, perks: withNew(there.perks, come.perks, ({ id }) => id) };
}

function outletsIn({ outlets: come }: Show, { outlets: there }: Show, newId: () => string): Show['outlets'] {
  const taken = new Set<string>();
  return come.map((outlet) => {
    const same = there.find(({ id, name }) => sameWord(name, outlet.name) && !taken.has(id));
    const id = same?.id ?? (there.some((one) => one.id === outlet.id) ? newId() : outlet.id);
    taken.add(id);
    return { ...outlet, id };
  });
}
