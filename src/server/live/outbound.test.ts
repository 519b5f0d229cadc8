import { MOST_POSTS, Posts, WITHIN_MS } from './outbound';

/* What is posted in a chat by Gavirn's account: never more than a platform bears. */

afterEach(() => void jest.useRealTimers());

test('no more than twenty lines within thirty seconds, in their order; what is too much is dropped and said so', async () => {
  jest.useFakeTimers({ now: 0 });
  const posted: { text: string; at: number }[] = [];
  const posts = new Posts(() => Date.now());
  const faults: unknown[] = [];
  const add = (text: string): boolean =>
    posts.add(
      text,
      (line) => {
        posted.push({ text: line, at: Date.now() });
        return Promise.resolve({ ok: true });
      },
      (error) => void faults.push(error),
    );
  const dropped: string[] = [];
  for (let n = 0; n < 100; n += 1) {
    if (add(`line ${n}`)) dropped.push(`line ${n}`);
    await jest.advanceTimersByTimeAsync(100);
  }
  await jest.advanceTimersByTimeAsync(5 * WITHIN_MS);
  expect(posted.map(({ text }) => text)).toEqual(
    Array.from({ length: 100 }, (_, n) => `line ${n}`).filter((line) => !dropped.includes(line)),
  );
  expect(dropped).toHaveLength(60);
  // In any thirty seconds.
  for (const { at } of posted)
    expect(posted.filter((other) => other.at >= at && other.at < at + WITHIN_MS).length).toBeLessThanOrEqual(
      MOST_POSTS,
    );
  expect(faults).toEqual([]);
});

test('a line that cannot be posted for a fault of ours costs itself; stopped, nothing goes on', async () => {
  const posts = new Posts();
  const faults: unknown[] = [];
  const posted: string[] = [];
  const post = (text: string): Promise<{ ok: true }> =>
    text === 'bad'
      ? Promise.reject(new TypeError('ours'))
      : (posted.push(text), Promise.resolve({ ok: true as const }));
  for (const text of ['one', 'bad', 'two']) posts.add(text, post, (error) => void faults.push(error));
  await new Promise((resolve) => setTimeout(resolve, 20));
  expect([posted, faults]).toEqual([['one', 'two'], [expect.any(TypeError)]]);
  for (let n = 0; n < 30; n += 1) posts.add(`more ${n}`, post, () => undefined);
  posts.stop();
  await new Promise((resolve) => setTimeout(resolve, 20));
  expect(posts.waiting).toBe(0);
});
