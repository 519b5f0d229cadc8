import { wcagContrast } from 'culori';
import { starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { judge } from '@/core/stage/judge';
import type { Op } from '@/core/paint/display';
import { nodeMeasure } from '@/server/paint/node-host';
import { alertGroups, type AlertLive } from './alert';
import { barOps, BAR_SHAPES, gaugeOps } from './bar';
import { drawPiece, PIECE_KINDS, type Piece } from './index';
import type { OwnLook } from './own-look';
import { HOUSE_STYLES, STYLES, styleOf } from './style';

const show: Show = starterShow('l');
const tools = { measure: nodeMeasure, seen: 'air' } as const;
const goal = { ...PIECE_KINDS.goal.make('g', show), goal: show.goals[0]?.id ?? '' };
const live = (value: number) => ({ kind: 'goal' as const, goal: { name: 'Clay', value, target: 100, hidden: false } });
const opsOf = (look: OwnLook | undefined, value = 50): readonly Op[] =>
  drawPiece({ ...goal, look } as Piece, live(value), tools).flatMap(({ ops }) => ops);
const rects = (ops: readonly Op[]) => ops.filter((op): op is Extract<Op, { op: 'rect' }> => op.op === 'rect');

test('without a look of its own a piece is as its style, and what is not set stays so', () => {
  for (const style of HOUSE_STYLES) {
    expect(styleOf({ style })).toBe(STYLES[style]);
    const own = styleOf({ style, look: { text: '#123456' } });
    expect(own.panel(300, 100)).toEqual(STYLES[style].panel(300, 100));
    expect([own.text.fill, own.head.fill, own.pad]).toEqual(['#123456', '#123456', STYLES[style].pad]);
  }
  const look = { text: '#123456' };
  expect(styleOf({ style: 'slip', look })).toBe(styleOf({ style: 'slip', look }));
});

test('a backing of one’s own colour, as opaque and as round as is said; or none', () => {
  expect(styleOf({ style: 'slip', look: { backing: '#102030', opaque: 0.5, corners: 7 } }).panel(300, 100)).toEqual([
    { op: 'rect', x: 0, y: 0, w: 300, h: 100, radius: 7, fill: '#10203080' },
  ]);
  expect(styleOf({ style: 'slip', look: { backing: 'none' } }).panel(300, 100)).toEqual([]);
});

test('every shape fills as far as its share, none of it beyond its box', () => {
  const at = { x: 10, y: 20, w: 500, h: 40 };
  for (const shape of BAR_SHAPES) {
    const filled = (share: number): number =>
      rects(barOps(shape, at, at.w * share, { fill: '#111111', trough: '#222222' }))
        .filter(({ fill }) => fill === '#111111')
        .reduce((sum, { w }) => sum + w, 0);
    expect(filled(0)).toBe(0);
    expect(filled(0.5)).toBeGreaterThan(200);
    expect(filled(0.5)).toBeLessThanOrEqual(251);
    expect(filled(1)).toBeGreaterThan(440);
    for (const { x, y, w, h } of rects(barOps(shape, at, at.w, { fill: '#111111', trough: '#222222' })))
      expect([x >= 10, y >= 20, x + w <= 510.001, y + h <= 60.001]).toEqual([true, true, true, true]);
  }
});

test('a ring’s arc and a vessel’s level stand at the share', () => {
  const ring = gaugeOps({ shape: 'ring', bar: '#111111', trough: '#222222' }, { x: 0, y: 0, side: 100 }, 0.25);
  // A quarter from the top ends at the right, at the middle's height.
  expect(ring).toHaveLength(2);
  expect(JSON.stringify(ring[1])).toMatch(/ 0 0 1 93\.50 50\.00"/);
  expect(gaugeOps({ shape: 'ring', bar: '#111111', trough: '#222222' }, { x: 0, y: 0, side: 100 }, 0)).toHaveLength(1);
  const [vessel] = gaugeOps({ shape: 'vessel', bar: '#111111', trough: '#222222' }, { x: 0, y: 0, side: 100 }, 0.4);
  expect(vessel).toMatchObject({
    fill: {
      stops: [
        [0, '#111111'],
        [0.4, '#111111'],
        [0.4, '#222222'],
        [1, '#222222'],
      ],
    },
  });
  // In a goal it stands in the bar's place, and the figures are still there.
  const ops = opsOf({ shape: 'ring' });
  expect(ops.filter(({ op }) => op === 'path')).toHaveLength(2);
  expect(JSON.stringify(ops)).toContain('50 / 100');
});

test('a look of one’s own is judged for contrast as any other', () => {
  const judged = (look: OwnLook): string[] =>
    judge({ ...show, pieces: [{ ...goal, look }] as Piece[] }, '', nodeMeasure)
      .map(({ key }) => key)
      .filter((key) => key.startsWith('contrast'));
  expect(wcagContrast('#777777', '#808080')).toBeLessThan(1.2);
  expect(judged({ backing: '#777777', text: '#808080' })).toEqual(['contrast//g']);
  expect(judged({ backing: '#17110E', text: '#FFFFFF' })).toEqual([]);
});

describe('what lies behind an alert', () => {
  const box = { x: 0, y: 0, w: 900, h: 300 };
  const alert = (text: string, look: object): AlertLive => ({
    id: 'a',
    from: 0,
    until: 5000,
    text,
    names: [],
    place: 0,
    look: { ...PLAIN, ...look },
  });
  const PLAIN = {
    picture: '' as const,
    layout: 'beside' as const,
    size: 'middle' as const,
    text: 'middle' as const,
    come: 'piece' as const,
    stay: 'piece' as const,
    go: 'piece' as const,
    comes: 0.3,
    goes: 0.2,
    wordsAfter: 0,
    wordsFor: 0,
    wordsMotion: 'piece' as const,
  };
  const drawn = (text: string, look: object): readonly Op[] =>
    alertGroups(alert(text, look), { key: 's', box, style: STYLES.slip, motion: 'rise', measure: nodeMeasure }).flatMap(
      ({ ops }) => ops,
    );

  test('any of the house’s, a colour, or nothing', () => {
    expect(rects(drawn('Thanks', { backing: 'none' }))).toEqual([]);
    expect(rects(drawn('Thanks', { backing: 'kiln' }))).toEqual(STYLES.kiln.panel(900, 300));
    expect(rects(drawn('Thanks', { backing: '#203040' })).map(({ fill }) => fill)).toEqual(['#203040ff']);
  });

  test('shorter words take their backing with them, and stand where they are aligned', () => {
    const width = (text: string, more: object = {}): number =>
      Math.max(...rects(drawn(text, { hugs: true, ...more })).map(({ w }) => w));
    expect(width('Hi')).toBeLessThan(width('Thank you, Bartholomäus'));
    expect(width('Thank you, Bartholomäus')).toBeLessThan(900);
    expect(Math.max(...rects(drawn('Hi', {})).map(({ w }) => w))).toBe(900);
    const left = (align: string): number => Math.min(...rects(drawn('Hi', { hugs: true, align })).map(({ x }) => x));
    expect(left('left')).toBeLessThan(left('centre'));
    expect(left('centre')).toBeLessThan(left('right'));
    const right = rects(drawn('Hi', { hugs: true, align: 'right' })).map(({ x, w }) => x + w);
    expect(Math.max(...right)).toBeLessThanOrEqual(900);
  });
});
