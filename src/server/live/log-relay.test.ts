import { LogRelay } from './log-relay';

const take = async (): Promise<void> => undefined;

test('whoever has waited longest is next, once; who stops waiting is not wanted any more', () => {
  const relay = new LogRelay();
  const [first, second] = [jest.fn(take), jest.fn(take)];
  relay.wait('home', 's', first);
  const stop = relay.wait('home', 's', second);
  relay.wait('other', 't', take);
  expect([relay.wanted('home'), relay.wanted('other'), relay.wanted('none')]).toEqual([['s'], ['t'], []]);
  expect(relay.next('home', 's')).toBe(first);
  stop?.();
  expect([relay.next('home', 's'), relay.wanted('home'), relay.next('home', 't')]).toEqual([null, [], null]);
});

test('a home has so many waiting and no more, and leaves room for others; who is served makes room', () => {
  const relay = new LogRelay();
  const stops = Array.from({ length: 20 }, (_, n) => relay.wait('home', `s${n}`, take));
  expect(stops.every((stop) => stop !== null)).toBe(true);
  expect([relay.wait('home', 'more', take), relay.wait('other', 's', take) !== null]).toEqual([null, true]);
  relay.next('home', 's3');
  expect(relay.wait('home', 'more', take)).not.toBeNull();
});
