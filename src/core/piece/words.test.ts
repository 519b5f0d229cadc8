import { newState } from '@/core/session/state';
import { lineWidth } from '@/core/paint/text';
import type { Show } from '@/core/show/show';
import { emptyShow } from '@/core/show/starter';
import { nodeMeasure } from '@/server/paint/node-host';
import { drawPiece, PIECE_KINDS } from './index';
import { camera } from './camera';
import { fitted } from '@/core/paint/fitted';
import { info } from './info';
import { words, type WordsPiece } from './words';
import { drawn, type Text } from './drawn.setup';

const show = emptyShow('w', 'W');
const tools = { measure: nodeMeasure, seen: 'air' } as const;

describe('words that are too long', () => {
  const long: WordsPiece = {
    ...words.make('w', show),
    words: 'Tonight we open the kiln that has been cooling for three whole days',
    backing: false,
    inset: 0,
    size: 72,
    place: { x: 0, y: 0, w: 500, h: 120 },
  };
  const at = (overlong: WordsPiece['overlong'], more: Partial<WordsPiece> = {}, now = 0): Text[] =>
    drawn(drawPiece({ ...long, overlong, ...more }, { kind: 'text' }, tools), now);
  const widest = (texts: Text[]): number =>
    Math.max(...texts.map(({ text, font }) => lineWidth(text, font, nodeMeasure)));

  test('shrink: all of them, smaller, and no smaller than can be read', () => {
    const texts = at('shrink', { words: 'Tonight we open the kiln' });
    expect(texts.map(({ text }) => text).join(' ')).toBe('Tonight we open the kiln');
    expect(texts[0]?.font.size).toBeLessThan(72);
    expect(texts[0]?.font.size).toBeGreaterThanOrEqual(37);
    expect(widest(texts)).toBeLessThanOrEqual(500);
  });
  test('cut: by whole characters, with an ellipsis, at the size that was asked for', () => {
    const [text] = at('cut', { words: '🏺🏺🏺🏺🏺🏺🏺🏺🏺 👩‍🎨👩‍🎨 pots and more pots' });
    expect(at('cut').map((each) => each.font.size)).toEqual([72]);
    expect(at('cut')[0]?.text.endsWith('…')).toBe(true);
    expect(text?.text).not.toMatch(/\u200d$|\ud83d$/);
  });
  test('wrap: on lines as many as fit, the last one cut', () => {
    const texts = at('wrap', { place: { x: 0, y: 0, w: 500, h: 180 } });
    expect(texts).toHaveLength(2);
    expect(texts[1]?.text.endsWith('…')).toBe(true);
    expect(widest(texts)).toBeLessThanOrEqual(500);
  });
  test('scroll: they pass through at three em a second, without a gap at the turn, and only where they do not fit', () => {
    const [first] = at('scroll');
    const [later] = at('scroll', {}, 1000);
    expect((first?.x ?? 0) - (later?.x ?? 0)).toBeCloseTo(3 * 72, 5);
    expect(words.draw({ ...long, overlong: 'scroll' }, { kind: 'text' }, tools)[0]?.clip).toMatchObject({
      x: 0,
      w: 500,
    });
    expect(
      words.draw({ ...long, words: 'Short', overlong: 'scroll' }, { kind: 'text' }, tools)[0]?.clock,
    ).toBeUndefined();
  });
  test('a glow lies below the letters, a gradient runs down them', () => {
    const [glow, letters] = at('cut', {
      type: { glow: { color: '#ff0000', blur: 20 }, fill: '#ffffff', fillTo: '#000000', shadow: true },
    });
    expect(glow?.shadow).toEqual({ color: '#ff0000', blur: 20, dx: 0, dy: 0 });
    expect(letters?.fill).toMatchObject({
      stops: [
        [0, '#ffffff'],
        [1, '#000000'],
      ],
    });
    // Common practice, no source.
    expect(letters?.shadow).toMatchObject({ blur: 7, dx: 3, dy: 3 });
  });
});

test('any piece takes a type of its own, and is laid out in it; what is not set stays its style’s', () => {
  const board = { ...PIECE_KINDS.leaderboard.make('b', show), type: { font: 'poster' as const, fill: '#123456' } };
  const live = {
    kind: 'leaderboard' as const,
    rows: [{ name: 'Bartholomäus of the very long handle', value: 12_345 }],
  };
  const [own, style] = [
    drawn(drawPiece(board, live, tools)),
    drawn(drawPiece({ ...board, type: undefined }, live, tools)),
  ];
  expect(new Set(own.map(({ font }) => font.family))).toEqual(new Set(['poster']));
  expect(new Set(own.map(({ fill }) => fill))).toEqual(new Set(['#123456']));
  const right = Math.max(...own.map(({ text, x, font }) => x + lineWidth(text, font, nodeMeasure)));
  expect(right).toBeLessThanOrEqual(board.place.w);
  // A wider face leaves room for fewer letters of a name.
  expect(own.map(({ text }) => text).join('').length).toBeLessThan(style.map(({ text }) => text).join('').length);
});

test('a countdown in a type of its own keeps the same operations as long as it shows the same', () => {
  const piece = { ...PIECE_KINDS.plate.make('p', show), which: 'few' as const, type: { fill: '#ffffff' } };
  const [group] = drawPiece(piece, { kind: 'plate', lines: ['Inês', 'Hana'] }, tools);
  expect(group?.clock?.(100).ops).toBe(group?.clock?.(200).ops);
  expect(group?.clock?.(7000).ops).not.toBe(group?.clock?.(200).ops);
});

test('the info card lists what viewers can write, as the show is set up, page by page', () => {
  const set: Show = {
    ...show,
    teams: [{ id: 't', name: 'Ash', keyword: '!ash', members: [] }],
    counters: [{ id: 'c', name: 'Pots', start: 0, step: 1, target: null, keyword: '!pot' }],
    points: {
      ...show.points,
      on: true,
      unit: 'shards',
      ask: '!shards',
      perks: [{ id: 'p', name: 'Choose a glaze', keyword: '!glaze', price: 500, level: 1, pause: 0 }],
    },
  };
  const piece = info.make('i', set);
  const live = info.live(piece, newState(set));
  expect(live.lines).toEqual([
    { word: '!shards', says: 'your shards' },
    { word: '!ash', says: 'join Ash' },
    { word: '!pot', says: 'Pots' },
    { word: '!glaze', says: 'Choose a glaze, 500 shards' },
  ]);
  expect(info.live({ ...piece, of: 'perks' }, newState(set)).lines).toHaveLength(1);
  const short = { ...piece, place: { ...piece.place, h: 240 } };
  const pages = [0, 8000].map((now) =>
    drawn(info.draw(short, live, tools), now)
      .map(({ text }) => text)
      .join(' '),
  );
  expect(pages[0]).toContain('!shards');
  expect(pages[1]).not.toContain('!shards');
  expect(info.draw(piece, { kind: 'info', lines: [] }, tools)).toEqual([]);
});

test('on the air there is nothing of the camera: the compositor brings its own picture', () => {
  const piece = camera.make('c', show);
  expect(camera.draw(piece, { kind: 'camera' }, tools)).toEqual([]);
  expect(camera.draw(piece, { kind: 'camera' }, { ...tools, seen: 'program' })).toHaveLength(1);
});

test('a picture fills its box or is seen whole, and is never stretched', () => {
  expect(fitted({ w: 400, h: 200 }, { w: 300, h: 300 }, 'contain')).toEqual({
    at: { x: 0, y: 75, w: 300, h: 150 },
    part: { x: 0, y: 0, w: 1, h: 1 },
  });
  expect(fitted({ w: 400, h: 200 }, { w: 300, h: 300 }, 'cover')).toEqual({
    at: { x: 0, y: 0, w: 300, h: 300 },
    part: { x: 0.25, y: 0, w: 0.5, h: 1 },
  });
  const { at, part } = fitted({ w: 800, h: 600 }, { w: 100, h: 400 }, 'cover', { x: 0.5, y: 0.5, w: 0.5, h: 0.5 });
  expect((part.w * 800) / (part.h * 600)).toBeCloseTo(at.w / at.h);
  expect(part.x).toBeGreaterThanOrEqual(0.5);
});
