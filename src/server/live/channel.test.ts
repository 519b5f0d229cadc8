import { Channel, type ChannelView } from './channel';
import type { Stream } from './stream';

/* One view of one show, sent to many. */

class Listener implements Stream {
  readonly heard: [string, number, Record<string, unknown>][] = [];
  full = false;
  ended = false;
  send(event: string, id: number, data: string): void {
    this.heard.push([event, id, JSON.parse(data) as Record<string, unknown>]);
  }
  end(): void {
    this.ended = true;
  }
}

/** A show that is one number. */
class Source implements ChannelView {
  value = 0;
  private told = 0;
  asked = 0;
  private listener: (() => void) | null = null;
  readonly clock = { now: () => 7 };
  readonly onChange = (listener: () => void): (() => void) => {
    this.listener = listener;
    return () => (this.listener = null);
  };
  readonly whole = () => ({ value: this.value });
  readonly changed = () => {
    this.asked += 1;
    if (this.told === this.value) return null;
    this.told = this.value;
    return { value: this.value };
  };
  set(value: number): void {
    this.value = value;
    this.listener?.();
  }
}

const EVERY = 40;
let source: Source;
let channel: Channel;
beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['performance'] });
  jest.spyOn(performance, 'now').mockImplementation(() => Date.now());
  source = new Source();
  channel = new Channel(source, source, EVERY);
});
afterEach(() => {
  channel.close();
  jest.useRealTimers();
  jest.restoreAllMocks();
});

test('one who comes gets everything; then only what has changed, with ids that go up', () => {
  const one = new Listener();
  channel.add(one);
  source.set(1);
  jest.advanceTimersByTime(EVERY);
  source.set(2);
  jest.advanceTimersByTime(EVERY);
  expect(one.heard).toEqual([
    ['view', 0, { now: 7, value: 0 }],
    ['change', 1, { now: 7, value: 1 }],
    ['change', 2, { now: 7, value: 2 }],
  ]);
});

test('a thousand changes at once are two messages: the first at once, the last after the pause', () => {
  const one = new Listener();
  channel.add(one);
  for (let n = 1; n <= 1000; n += 1) source.set(n);
  expect(one.heard.at(-1)).toEqual(['change', 1, { now: 7, value: 1 }]);
  jest.advanceTimersByTime(EVERY);
  expect(one.heard.slice(1)).toEqual([
    ['change', 1, { now: 7, value: 1 }],
    ['change', 2, { now: 7, value: 1000 }],
  ]);
});

test('with nobody there nothing is computed', () => {
  const before = source.asked;
  for (let n = 1; n < 50; n += 1) source.set(n);
  jest.advanceTimersByTime(EVERY * 10);
  expect(source.asked).toBe(before);
});

test('whoever could not keep up gets the whole view once they can, and nothing in between', () => {
  const slow = new Listener();
  const quick = new Listener();
  channel.add(slow);
  channel.add(quick);
  slow.full = true;
  source.set(1);
  jest.advanceTimersByTime(EVERY);
  source.set(2);
  jest.advanceTimersByTime(EVERY);
  expect([slow.heard.length, quick.heard.length]).toEqual([1, 3]);
  slow.full = false;
  jest.advanceTimersByTime(EVERY * 5);
  expect(slow.heard.at(-1)).toEqual(['view', 2, { now: 7, value: 2 }]);
});

test('one who leaves hears nothing more, and closing ends the rest', () => {
  const one = new Listener();
  const two = new Listener();
  channel.add(one);
  channel.add(two);
  channel.remove(one);
  source.set(1);
  jest.advanceTimersByTime(EVERY);
  channel.close();
  source.set(2);
  jest.advanceTimersByTime(EVERY);
  expect([one.heard.length, two.heard.length, two.ended]).toEqual([1, 2, true]);
});
