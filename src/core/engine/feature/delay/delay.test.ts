import { aChat, START } from '@/core/event/examples';
import { alternativeOf, liveOf, newPiece } from '@/core/piece';
import { fold } from '@/core/session/fold';
import type { Command, Input } from '@/core/session/input';
import { deserialize, newState, serialize, type SessionState } from '@/core/session/state';
import { starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { outletFrame } from '@/core/stage/outlet-frame';
import { chatDelay, delayByTaps, leadOf, median } from './schema';

const base = starterShow('s');
const tell = (command: Command, ms: number): Input => ({ input: 'command', at: START + ms, command });
const writes = (text: string, ms: number, feed = 'f', by = 'ines'): Input => ({
  input: 'event',
  at: START + ms,
  event: { ...aChat({ by, text }), feed },
});
const after = (inputs: Input[], show: Show = base): SessionState => {
  const state = newState(show);
  for (const input of [{ input: 'begin', at: START, session: 'one' } as const, ...inputs]) fold(state, input);
  return state;
};
/** What an outlet says is on its frame, ms after the start. */
const said = (state: SessionState, ms: number, outlet = 0): string => {
  const by = state.show.outlets[outlet] ?? 'app';
  const { pieces } = outletFrame(state.show, { ...state, by });
  return pieces.map((piece) => alternativeOf(piece, liveOf(piece, state), START + ms)).join('\n');
};

test('a mark comes up at its time, above all else, and goes again; the streamer’s own outlets are left alone', () => {
  const whose = { ...base.outlets[0], id: 'mine', name: 'Mine', whose: 'me' } as Show['outlets'][number];
  const state = after([tell({ command: 'mark', after: 2000 }, 0)], { ...base, outlets: [...base.outlets, whose] });
  expect(said(state, 1999)).not.toContain('◆');
  expect(said(state, 2000).split('\n').at(-1)).toBe('◆');
  expect(said(state, 2700)).not.toContain('◆');
  expect(said(state, 2000, 1)).not.toContain('◆');
});

test('of a number the first answer of each feed counts, once it can be seen; anything else is chat', () => {
  const state = after([
    tell({ command: 'mark', after: 1500, number: '471' }, 0),
    writes('471', 1000),
    writes('472', 4000),
    writes(' 471 ', 5000),
    writes('471', 6000, 'f', 'hana'),
    writes('471', 7000, 'g'),
  ]);
  expect(state.delayMark).toMatchObject({ at: START + 1500, number: '471' });
  expect(state.delayAnswers).toEqual([
    { feed: 'f', at: START + 5000 },
    { feed: 'g', at: START + 7000 },
  ]);
  expect(said(state, 5000)).toContain('471');
});

test('another number begins anew; taken off, or a minute after it has gone, nothing counts any more', () => {
  const first = [tell({ command: 'mark', after: 0, number: '471' }, 0), writes('471', 1000)];
  expect(after([...first, tell({ command: 'mark', after: 0, number: '555' }, 2000)]).delayAnswers).toEqual([]);
  expect(after([...first, tell({ command: 'unmark' }, 2000)]).delayMark).toBeNull();
  expect(after([...first.slice(0, 1), writes('471', 76_000)]).delayAnswers).toEqual([]);
});

test('read back it goes on', () => {
  const state = after([tell({ command: 'mark', after: 0, number: '471' }, 0), writes('471', 1000)]);
  const again = deserialize(JSON.parse(JSON.stringify(serialize(state))) as ReturnType<typeof serialize>);
  expect(again.delayMark).toEqual(state.delayMark);
  expect(again.delayAnswers).toEqual(state.delayAnswers);
});

// Of five the third in order; of four the mean of the two in the middle (the usual definition of a median).
test('a slow tap among others does not count; what a tap takes by itself is taken off', () => {
  expect(median([3, 1, 2, 9, 2.5])).toBe(2.5);
  expect(median([4, 1, 3, 2])).toBe(2.5);
  expect(delayByTaps([3240, 3260, 3250, 9000, 3230], [240, 250, 900, 230, 260])).toBe(3000);
  expect(delayByTaps([100], [300])).toBe(0);
});

test('what is kept of a feed says how long its chat takes', () => {
  const at = START;
  expect(chatDelay({ viewer: { ms: 3000, at }, round: { ms: 4200, at } })).toBe(1200);
  expect(chatDelay({ round: { ms: 4200, at } })).toBeNull();
});

describe('a countdown that ends when viewers see it end', () => {
  const feed = (id: string, on: boolean): Show['feeds'][number] =>
    ({ id, platform: 'brindle', handle: id, on }) as Show['feeds'][number];
  const delays = { a: { viewer: { ms: 3000, at: START } }, b: { viewer: { ms: 8000, at: START } } };
  const countdown = { id: 'c', name: 'Time left', seconds: 60, most: 0, whenSeen: true };
  const show = { ...base, feeds: [feed('a', true), feed('b', false)], delays, countdowns: [countdown] };
  const piece = newPiece('countdown', 'p', show);
  const onFrame = (of: Show, ms: number): string => {
    const state = after([], { ...of, pieces: [{ ...piece, countdown: 'c' } as typeof piece] });
    return alternativeOf(
      { ...piece, countdown: 'c' } as typeof piece,
      liveOf({ ...piece, countdown: 'c' } as typeof piece, state),
      START + ms,
    );
  };

  test('is ahead on the frame by as much as the viewers of feeds that are on are behind', () => {
    expect(leadOf(show)).toBe(3000);
    expect(onFrame(show, 10_000)).toBe('Time left: 0:47');
    expect(onFrame({ ...show, countdowns: [{ ...countdown, whenSeen: undefined }] }, 10_000)).toBe('Time left: 0:50');
  });

  test('without a measured delay it is as any other', () => {
    expect(onFrame({ ...show, delays: undefined }, 10_000)).toBe('Time left: 0:50');
  });
});
