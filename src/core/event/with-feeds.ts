/**
 * The same JSON with other ids of feeds, wherever one is named: as `feed`, in lists called `feeds`, and in lists of viewers' keys
 * (`<feed>/<viewer>`).
 */
export function withFeeds<T>(value: T, feeds: ReadonlyMap<string, string>): T {
  const other = (value: unknown, field?: string): unknown => {
    if (field === 'feed' && typeof value === 'string') return feeds.get(value) ?? value;
    if (Array.isArray(value))
      return value.map((each: unknown) =>
        typeof each !== 'string' ? other(each) : field === 'feeds' ? (feeds.get(each) ?? each) : otherKey(each, feeds),
      );
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(
      Object.entries(value).flatMap(([name, each]) => (each === undefined ? [] : [[name, other(each, name)]])),
    );
  };
  return other(value) as T;
}

function otherKey(key: string, feeds: ReadonlyMap<string, string>): string {
  const slash = key.indexOf('/');
  const feed = slash > 0 ? feeds.get(key.slice(0, slash)) : undefined;
  return feed === undefined ? key : `${feed}${key.slice(slash)}`;
}
