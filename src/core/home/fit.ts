import type { Feed } from '@/core/platform/feed';
import type { Show } from '@/core/show/show';
import { freshName } from '@/core/show/listed';
import { isTree, type Json, type Tree } from './lists';

/* A show comes into a home: by its file, or from another home. What belongs to the streamer is there already. */

const sameWord = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

/**
 * The home with a show that comes to it, as it is once that is on: its feeds are the home's of the same platform and handle, its outlets those of
 * the same name; what the home does not have is added to it, and what it has stays.
 * @param home with any of its shows
 * @param names of the home's shows
 * @param newId makes an id that nothing has
 */
export function fitted(show: Show, home: Show, names: readonly string[], newId: () => string): Show {
  const feeds = new Map<string, string>();
  const added = show.feeds.flatMap((feed): Feed[] => {
    const known = home.feeds.find((one) => one.platform === feed.platform && sameWord(one.handle, feed.handle));
    const id = known?.id ?? (home.feeds.some((one) => one.id === feed.id) ? newId() : feed.id);
    feeds.set(feed.id, id);
    return known ? [] : [{ ...feed, id }];
  });
  const own = renamed(show as unknown as Json, feeds) as unknown as Show;
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
  };
}

const withNew = <T>(there: readonly T[], come: readonly T[], keyOf: (one: T) => string): T[] => {
  const known = new Set(there.map(keyOf));
  return [...there, ...come.filter((one) => !known.has(keyOf(one)))];
};

/** Where nobody earns points yet, the show's rules are the home's. */
function pointsIn({ points: come }: Show, { points: there }: Show): Show['points'] {
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

/** The same with other ids of feeds, wherever one is named: as `feed`, and in lists called `feeds`. */
function renamed(value: Json, feeds: ReadonlyMap<string, string>): Json {
  if (Array.isArray(value)) return value.map((each) => renamed(each, feeds));
  if (!isTree(value)) return value;
  const other: Tree = {};
  for (const [key, each] of Object.entries(value)) {
    if (each === undefined) continue;
    other[key] =
      key === 'feed' && typeof each === 'string'
        ? (feeds.get(each) ?? each)
        : key === 'feeds' && Array.isArray(each) && each.every((one) => typeof one === 'string')
          ? each.map((one) => feeds.get(String(one)) ?? one)
          : renamed(each, feeds);
  }
  return other;
}
