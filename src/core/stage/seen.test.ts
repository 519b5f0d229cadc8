import type { Outlet } from '@/core/show/outlet';
import { placedIn } from '@/core/engine/feature/scene/schema';
import { fold } from '@/core/session/fold';
import { newState } from '@/core/session/state';
import { aGift } from '@/core/event/examples';
import { leaderboard } from '@/core/piece/leaderboard';
import { liveOf, type Piece } from '@/core/piece';
import type { Show } from '@/core/show/show';
import { starterShow } from '@/core/show/starter';
import type { DisplayList, PlacedGroup } from '@/core/paint/display';
import { Film, inputsOfLog } from './film';
import { piecesSeen } from './seen';
import { between } from './transition';
import { WALL_FRAME, wallPlaces } from '@/core/show/wall';

const base = starterShow('seen');
const scenes = [
  { id: 'a', name: 'A' },
  { id: 'b', name: 'B' },
];
const elsewhere = { x: 10, y: 900, w: 300, h: 200 };
const show: Show = {
  ...base,
  scenes,
  pieces: base.pieces.map((piece): Piece =>
    piece.id === 'goal'
      ? { ...piece, places: { b: elsewhere } }
      : piece.id === 'leaderboard'
        ? { ...piece, scenes: ['a'], seenBy: 'me' }
        : piece,
  ),
};
const outlet = (shows: Outlet['shows'], whose: Outlet['whose'] = 'viewers'): Outlet => ({
  id: 'o',
  name: 'O',
  sounds: false,
  shows,
  whose,
});
const seen = (by: Outlet | 'app', scene = 'a', hidden: string[] = []) =>
  piecesSeen(show, { scene, hidden: new Set(hidden), by }).map(({ id }) => id);

test('what comes out of an outlet: all, some, one scene; the streamer’s own pieces only on a screen of theirs', () => {
  expect(seen('app')).toEqual(['goal', 'spotlight', 'leaderboard']);
  expect(seen(outlet({ kind: 'all' }))).toEqual(['goal', 'spotlight']);
  expect(seen(outlet({ kind: 'all' }, 'me'))).toEqual(['goal', 'spotlight', 'leaderboard']);
  expect(seen(outlet({ kind: 'pieces', pieces: ['spotlight', 'leaderboard'] }))).toEqual(['spotlight']);
  expect(seen(outlet({ kind: 'scene', scene: 'b' }, 'me'), 'a')).toEqual(['goal', 'spotlight']);
  expect(seen('app', 'a', ['goal'])).toEqual(['spotlight', 'leaderboard']);
});

test('a piece stands elsewhere in a scene, as one and the same object each time', () => {
  const goal = show.pieces[0]!;
  expect(placedIn(goal, 'b').place).toEqual(elsewhere);
  expect(placedIn(goal, 'b')).toBe(placedIn(goal, 'b'));
  expect(placedIn(goal, 'a')).toBe(goal);
});

test('on a wall pieces come out as large as they go, in their own proportions, beside each other', () => {
  for (let count = 1; count <= 3; count += 1) {
    const placed = wallPlaces(base.pieces.slice(0, count));
    for (const [n, { place }] of placed.entries()) {
      const own = base.pieces[n]!.place;
      expect(place.w / place.h).toBeCloseTo(own.w / own.h, 1);
      expect(
        place.x >= 0 && place.y >= 0 && place.x + place.w <= WALL_FRAME.width && place.y + place.h <= WALL_FRAME.height,
      ).toBe(true);
      for (const { place: other } of placed.slice(n + 1))
        expect(
          place.x + place.w <= other.x ||
            other.x + other.w <= place.x ||
            place.y + place.h <= other.y ||
            other.y + other.h <= place.y,
        ).toBe(true);
    }
  }
  expect(wallPlaces([leaderboard.make('l', base)])[0]?.place.h).toBeGreaterThan(450);
});

test('between two scenes what goes fades, what comes rises, what stays glides: from all of the first to all of the second', () => {
  const group = (key: string, x: number): PlacedGroup => ({
    key,
    box: { x, y: 0, w: 10, h: 10 },
    ops: [],
    dx: 0,
    dy: 0,
    opacity: 1,
  });
  const list = (...groups: PlacedGroup[]): DisplayList => ({ width: 100, height: 100, groups, next: Infinity });
  const [before, after] = [list(group('stays', 0), group('goes', 5)), list(group('stays', 80), group('comes', 5))];
  const at = (t: number, kind: 'cut' | 'fade' | 'glide' = 'glide') =>
    Object.fromEntries(
      between(before, after, t, { kind, ms: 400 }).groups.map(({ key, box, dx, opacity }) => [
        key,
        [box.x + dx, opacity],
      ]),
    );
  expect(at(0)).toEqual({ goes: [5, 1], stays: [0, 1], comes: [5, 0] });
  expect(at(0.5)).toEqual({ goes: [5, 0.5], stays: [40, 1], comes: [5, 0.5] });
  expect(at(1)).toEqual({ stays: [80, 1], comes: [5, 1] });
  expect(at(0.5, 'fade').stays).toEqual([80, 1]);
  expect(at(0, 'cut')).toEqual({ stays: [80, 1], comes: [5, 1] });
});

test('a film is at every moment what the session was then, forwards and back', () => {
  const log = Array.from({ length: 40 }, (_, n) =>
    aGift({ id: `g${n}`, by: `v${n % 5}`, count: 1, at: 1000 + n * 500, seenAt: 1000 + n * 500 }),
  );
  const film = new Film(base, inputsOfLog(base, log));
  const state = newState(base);
  for (const input of inputsOfLog(base, log)) if (input.at <= 8000) fold(state, input);
  fold(state, { input: 'tick', at: 8000 });
  const then = Object.fromEntries(base.pieces.map((piece) => [piece.id, liveOf(piece, state)]));
  expect(film.at(8000, 'app').live).toEqual(then);
  film.at(film.until, 'app');
  expect(film.at(8000, 'app').live).toEqual(then);
  expect([film.from, film.until]).toEqual([1000, 20_500]);
});
