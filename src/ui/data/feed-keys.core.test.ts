import { emptyShow } from '@/core/show/starter';
import { feedKeysFor, newSigning, OVERLAP_MS, renewed } from './feed-keys';

test('the keys that a browser makes are one for each feed, and stay what they are', () => {
  const base = { handle: 'h', on: true, rate: { coin: 0, kept: 0 }, admitted: [] };
  const show = {
    ...emptyShow('s', 'S'),
    feeds: [
      { ...base, id: 'o', platform: 'oxbow' as const, helper: '' },
      { ...base, id: 'c', platform: 'cloudevents' as const, rules: [] },
    ],
  };
  const keys = feedKeysFor(show, {});
  // Standard Webhooks 1.0: the prefix, and 24 to 64 bytes in base64.
  expect(atob(keys.o?.signing?.replace(/^whsec_/, '') ?? '')).toHaveLength(32);
  expect([keys.c?.signing, keys.o?.inbox.length, keys.o?.inbox === keys.c?.inbox]).toEqual([undefined, 32, false]);
  expect(
    feedKeysFor({ ...show, feeds: [show.feeds[0] ?? show.feeds[1]].filter((feed) => feed !== undefined) }, keys),
  ).toEqual({ o: keys.o });
  expect(new Set([newSigning(), newSigning(), keys.o?.signing]).size).toBe(3);
});

test('a renewed secret keeps the one before it for a day', () => {
  const old = { inbox: 'inbox-0123456789abcdef', signing: newSigning() };
  const now = Date.UTC(2026, 10, 19);
  const next = renewed(old, now);
  expect(next).toEqual({
    inbox: old.inbox,
    signing: expect.stringMatching(/^whsec_/),
    previous: { signing: old.signing, until: now + OVERLAP_MS },
  });
  expect(next.signing).not.toBe(old.signing);
});
