import { PIECE_KINDS, type PieceKindName } from '@/core/piece';
import type { Show } from '@/core/show/show';
import { emptyShow, starterShow } from '@/core/show/starter';
import { nodeMeasure } from '@/server/paint/node-host';
import { arrange, proposalOf, withPlaces } from './arrange';
import { overlap } from './boxes';
import { judge } from './judge';
import { onFrame } from './turn-frame';
import { phrase } from '@/core/words/phrase';

const WIDE = { width: 1920, height: 1080 };
const withPieces = (kinds: readonly PieceKindName[], frame = { width: 1080, height: 1920 }): Show => {
  const show: Show = { ...starterShow('arrange'), frame };
  return { ...show, pieces: kinds.map((kind) => PIECE_KINDS[kind].make(kind, show)) };
};

test.each([
  ['upright, the usual four', ['spotlight', 'goal', 'leaderboard', 'chat'], undefined],
  ['upright, seven', ['spotlight', 'goal', 'leaderboard', 'countdown', 'plate', 'audience', 'ticker'], undefined],
  ['wide, six', ['spotlight', 'goal', 'leaderboard', 'chat', 'counter', 'info'], WIDE],
  ['square, four', ['spotlight', 'goal', 'leaderboard', 'audience'], { width: 1080, height: 1080 }],
] as [string, PieceKindName[], Show['frame'] | undefined][])(
  '%s: the best layout has nothing to put right, and keeps every piece',
  (_name, kinds, frame) => {
    const show = withPieces(kinds, frame);
    const [best, ...others] = arrange(show, '', nodeMeasure);
    expect(best?.findings).toEqual([]);
    expect(best?.without).toEqual([]);
    expect(others.length).toBeGreaterThan(0);
    expect(judge(withPlaces(show, '', best?.places ?? {}), '', nodeMeasure)).toEqual([]);
  },
);

test('it beats hand placing, each piece where it first came to stand: on findings, on cover, on the size of type', () => {
  const show = withPieces(['spotlight', 'goal', 'leaderboard', 'countdown', 'counter', 'plate', 'ticker']);
  const byHand = proposalOf(
    { name: phrase('In the corners'), places: Object.fromEntries(show.pieces.map(({ id, place }) => [id, place])) },
    show,
    { scene: '' },
    nodeMeasure,
  );
  const [best] = arrange(show, '', nodeMeasure);
  expect(byHand.findings.length).toBeGreaterThan(0);
  expect(best?.findings.length).toBeLessThan(byHand.findings.length);
  expect(best?.cover).toBeLessThanOrEqual(show.safe.cover + 0.05);
  expect(best?.arc).toBeGreaterThanOrEqual(16);
});

test('a face is left free', () => {
  const show = withPieces(['spotlight', 'goal', 'leaderboard']);
  const face = { x: 270, y: 190, w: 540, h: 480 };
  const [best] = arrange(show, '', nodeMeasure, { keepFree: [face] });
  expect(Object.values(best?.places ?? {}).map((box) => overlap(box, face))).toEqual([0, 0, 0]);
});

test('what finds no room comes off and is named; pictures and what is locked stay where they are', () => {
  const many = withPieces([
    'spotlight',
    'goal',
    'leaderboard',
    'chat',
    'shelf',
    'info',
    'ticker',
    'countdown',
    'counter',
    'plate',
    'audience',
  ]);
  const crowded = {
    ...many,
    pieces: [
      PIECE_KINDS.camera.make('camera', many),
      ...many.pieces.map((piece) => (piece.id === 'goal' ? { ...piece, locked: true } : piece)),
    ],
  };
  const [best] = arrange(crowded, '', nodeMeasure);
  expect(best?.without.length).toBeGreaterThan(0);
  expect(best?.places).not.toHaveProperty('goal');
  expect(best?.places).not.toHaveProperty('camera');
  const after = withPlaces(crowded, '', best?.places ?? {}, best?.without);
  expect(
    after.pieces
      .filter(({ off }) => off)
      .map(({ id }) => id)
      .sort(),
  ).toEqual([...(best?.without ?? [])].sort());
});

test('the same pieces give the same layouts', () => {
  const show = withPieces(['spotlight', 'goal', 'leaderboard', 'chat']);
  expect(arrange(show, '', nodeMeasure)).toEqual(arrange(show, '', nodeMeasure));
});

test('an upright show on a wide frame is arranged, not stretched; turned back it stands as it did', () => {
  const upright = starterShow('turn');
  const wide = onFrame(upright, WIDE, nodeMeasure);
  expect(wide.frame).toEqual(WIDE);
  expect(judge(wide, '', nodeMeasure)).toEqual([]);
  // The spotlight would be 1601 px wide if it were stretched with its frame.
  expect(
    wide.pieces.every(({ place }) => place.w < 1000 && place.x + place.w <= 1920 && place.y + place.h <= 1080),
  ).toBe(true);
  const moved = {
    ...wide,
    pieces: wide.pieces.map((piece) => (piece.id === 'goal' ? { ...piece, place: { ...piece.place, x: 33 } } : piece)),
  };
  const back = onFrame(moved, upright.frame, nodeMeasure);
  expect(back.pieces).toEqual(upright.pieces);
  expect(onFrame(back, WIDE, nodeMeasure).pieces.find(({ id }) => id === 'goal')?.place.x).toBe(33);
});

test('a piece that came after turning is arranged among those that stand', () => {
  const upright = starterShow('turn');
  const wide = onFrame(upright, WIDE, nodeMeasure);
  const more = { ...wide, pieces: [...wide.pieces, PIECE_KINDS.audience.make('watching', wide)] };
  const back = onFrame(more, upright.frame, nodeMeasure);
  expect(back.pieces.slice(0, 3).map(({ place }) => place)).toEqual(upright.pieces.map(({ place }) => place));
  expect(judge(back, '', nodeMeasure)).toEqual([]);
});

test('on a wide frame the game fills it and the camera has a corner over it', () => {
  const show = emptyShow('c', 'C');
  const both = { ...show, pieces: [PIECE_KINDS.camera.make('camera', show), PIECE_KINDS.game.make('game', show)] };
  const wide = onFrame(both, WIDE, nodeMeasure);
  expect(wide.pieces.map(({ id }) => id)).toEqual(['game', 'camera']);
  expect(wide.pieces[0]?.place).toEqual({ x: 0, y: 0, w: 1920, h: 1080 });
  expect(wide.pieces[1]!.place.x).toBeGreaterThan(1200);
});

test('a camera that filled the frame fills it again', () => {
  const show = emptyShow('c', 'C');
  const withCamera = { ...show, pieces: [PIECE_KINDS.camera.make('camera', show)] };
  expect(onFrame(withCamera, WIDE, nodeMeasure).pieces[0]?.place).toEqual({ x: 0, y: 0, w: 1920, h: 1080 });
});
