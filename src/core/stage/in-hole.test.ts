import type { Box } from '@/core/paint/display';
import type { ArtPiece } from '@/core/piece/art';
import { mediaSchema } from '@/core/media/media';
import { showSchema, type Show } from '@/core/show/show';
import { emptyShow } from '@/core/show/starter';
import { addPiece } from './add';
import { holesOf, setHoles, takeInHole } from './in-hole';
import { mendShow } from './judge/mend';

/* Cameras, game views and pictures that are seen through the holes of a frame art. */

const LEFT: Box = { x: 0.1, y: 0.2, w: 0.5, h: 0.6 };
const RIGHT: Box = { x: 0.7, y: 0.1, w: 0.2, h: 0.3 };
const [ONE, TWO] = ['1'.repeat(64), '2'.repeat(64)] as const;
let show: Show;
const piece = (id: string) => show.pieces.find((each) => each.id === id);
const art = (): ArtPiece => piece('art') as ArtPiece;
beforeEach(() => {
  show = { ...emptyShow('s', 'S'), frame: { width: 1000, height: 500 } };
  show.media = [ONE, TWO].map((id) =>
    mediaSchema.parse({ id, name: 'n', type: 'image/png', bytes: 1, width: 200, height: 100 }),
  );
  for (const [kind, id] of [
    ['art', 'art'],
    ['camera', 'cam'],
    ['game', 'game'],
  ] as const)
    addPiece(show, kind, { piece: id, own: '' }, null);
  art().media = ONE;
  art().place = { x: 0, y: 0, w: 1000, h: 500 };
  setHoles(show, 'art', [LEFT, RIGHT]);
  takeInHole(show, 'art', 0, 'game');
  takeInHole(show, 'art', 1, 'cam');
});

test('each fills its hole, behind the art; a piece is seen through one hole only', () => {
  expect(piece('game')?.place).toEqual({ x: 100, y: 100, w: 500, h: 300 });
  expect(piece('cam')?.place).toEqual({ x: 700, y: 50, w: 200, h: 150 });
  const order = show.pieces.map(({ id }) => id);
  expect(order.indexOf('art')).toBeGreaterThan(Math.max(order.indexOf('game'), order.indexOf('cam')));
  takeInHole(show, 'art', 1, 'game');
  expect(holesOf(art()).map(({ takes }) => takes)).toEqual([undefined, 'game']);
  expect(showSchema.parse(JSON.parse(JSON.stringify(show))).pieces).toEqual(show.pieces);
});

test('moved, made smaller and turned, the art takes along what is seen through it; what is moved by itself leaves it', () => {
  mendShow(show, { kind: 'place', places: { art: { x: 100, y: 0, w: 500, h: 500 } }, scene: '' });
  // The picture is half as large, and lies in the middle of its box.
  expect(piece('game')?.place).toEqual({ x: 150, y: 175, w: 250, h: 150 });
  mendShow(show, { kind: 'place', places: { cam: { x: 0, y: 0, w: 10, h: 10 } }, scene: '' });
  mendShow(show, { kind: 'place', places: { art: { x: 0, y: 0, w: 1000, h: 500 } }, scene: '' });
  expect(piece('cam')?.place).toEqual({ x: 0, y: 0, w: 10, h: 10 });
  expect(piece('game')?.place).toEqual({ x: 100, y: 100, w: 500, h: 300 });
  // All dragged together: what was in a hole stays in it.
  mendShow(show, {
    kind: 'place',
    places: { art: { x: 50, y: 0, w: 1000, h: 500 }, game: { x: 150, y: 100, w: 500, h: 300 } },
    scene: '',
  });
  expect([holesOf(art())[0]?.takes, piece('game')?.place.x]).toEqual(['game', 150]);
});

test('another picture has other holes: until they are found none is known, then the same pieces are seen through them in their order', () => {
  art().media = TWO;
  expect(holesOf(art())).toEqual([]);
  setHoles(show, 'art', [RIGHT, LEFT, { x: 0, y: 0, w: 0.05, h: 0.05 }]);
  expect(holesOf(art()).map(({ takes }) => takes)).toEqual(['game', 'cam', undefined]);
  expect(piece('game')?.place).toEqual({ x: 700, y: 50, w: 200, h: 150 });
});

test('turned, each stands where its hole is, turned alike', () => {
  art().turn = 180;
  takeInHole(show, 'art', 1, 'cam');
  expect(piece('cam')).toMatchObject({ turn: 180, place: { x: 100, y: 300, w: 200, h: 150 } });
});
