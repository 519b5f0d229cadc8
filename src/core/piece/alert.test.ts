import { PLAIN_LOOK, type Look } from '@/core/engine/alert/look';
import { nodeMeasure } from '@/server/paint/node-host';
import type { Box, Op } from '@/core/paint/display';
import { Stage } from '@/core/stage/stage';
import { starterShow } from '@/core/show/starter';
import { alertGroups, initialsOf, type AlertLive } from './alert';
import { HOUSE_STYLES, STYLES } from './style';
import type { SpotlightPiece } from './spotlight';

const BOX: Box = { x: 90, y: 400, w: 900, h: 360 };
const picture = { id: 'a'.repeat(64), width: 320, height: 240, frames: [], clip: false };
const alert = (look: Partial<Look>, more: Partial<AlertLive> = {}): AlertLive => ({
  id: 'a1',
  from: 1000,
  until: 6000,
  text: 'Inês sent 3 Glaze Pots',
  names: [],
  place: 0,
  look: { ...PLAIN_LOOK, ...look },
  picture,
  ...more,
});
const draw = (live: AlertLive, style: (typeof HOUSE_STYLES)[number] = 'slip') =>
  alertGroups(live, { key: 's/a1', box: BOX, style: STYLES[style], motion: 'rise', measure: nodeMeasure });
const image = (ops: readonly Op[]) => ops.find((op): op is Extract<Op, { op: 'image' }> => op.op === 'image');

/** The box of all lines of text, px. */
function textBox(ops: readonly Op[]): Box {
  const lines = ops.flatMap((op) =>
    op.op === 'text'
      ? [{ x: op.x, y: op.baseline - op.font.size * 0.8, w: nodeMeasure(op.text, op.font), h: op.font.size }]
      : [],
  );
  const x = Math.min(...lines.map((line) => line.x));
  const y = Math.min(...lines.map((line) => line.y));
  return {
    x,
    y,
    w: Math.max(...lines.map((line) => line.x + line.w)) - x,
    h: Math.max(...lines.map((line) => line.y + line.h)) - y,
  };
}
const meets = (a: Box, b: Box): boolean => a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;
const inside = (a: Box): boolean => a.x >= 0 && a.y >= 0 && a.x + a.w <= BOX.w && a.y + a.h <= BOX.h;

describe.each(HOUSE_STYLES)('in the style %s', (style) => {
  test.each(['beside', 'above', 'below'] as const)(
    'a picture %s: it keeps its proportions, words and picture lie inside and not on each other',
    (layout) => {
      for (const size of ['small', 'middle', 'large'] as const) {
        for (const text of ['small', 'middle', 'large'] as const) {
          const ops = draw(alert({ picture: picture.id, layout, size, text }), style)[0]?.ops ?? [];
          const shown = image(ops);
          if (!shown) throw new Error('No picture.');
          expect(shown.w / shown.h).toBeCloseTo(4 / 3, 5);
          expect([inside(shown), inside(textBox(ops)), meets(shown, textBox(ops))]).toEqual([true, true, false]);
        }
      }
    },
  );
});

test('above stands above, below below, beside to the left', () => {
  const where = (layout: Look['layout']) => {
    const ops = draw(alert({ picture: picture.id, layout }))[0]?.ops ?? [];
    const shown = image(ops) as Box;
    const said = textBox(ops);
    return [Math.sign(said.x - (shown.x + shown.w)), Math.sign(said.y + said.h / 2 - (shown.y + shown.h / 2))];
  };
  expect(where('above')[1]).toBe(1);
  expect(where('below')[1]).toBe(-1);
  expect(where('beside')[0]).toBe(1);
});

test('larger words, and a larger picture, are larger', () => {
  const size = (look: Partial<Look>) => {
    const ops = draw(alert({ picture: picture.id, ...look }, { text: 'Hi' }))[0]?.ops ?? [];
    return { picture: image(ops)?.w ?? 0, text: ops.find((op) => op.op === 'text')?.font.size ?? 0 };
  };
  expect(size({ text: 'small' }).text).toBeLessThan(size({ text: 'large' }).text);
  expect(size({ layout: 'above', size: 'small' }).picture).toBeLessThan(
    size({ layout: 'above', size: 'large' }).picture,
  );
});

test('behind: the picture covers all of the spotlight and nothing beyond it, and words stand over it in white with an outline', () => {
  const ops = draw(alert({ picture: picture.id, layout: 'behind' }))[0]?.ops ?? [];
  const shown = image(ops);
  expect(shown?.within).toEqual({ x: 0, y: 0, w: BOX.w, h: BOX.h });
  expect(shown && shown.x <= 0 && shown.y <= 0 && shown.x + shown.w >= BOX.w && shown.y + shown.h >= BOX.h).toBe(true);
  expect(ops.find((op) => op.op === 'text')).toMatchObject({ fill: '#ffffff', outline: { width: 10 } });
});

test('without words the picture has all the room', () => {
  const ops = draw(alert({ picture: picture.id }, { text: ' ' }))[0]?.ops ?? [];
  expect(image(ops)?.h ?? 0).toBeGreaterThan(BOX.h * 0.8);
  expect(ops.some((op) => op.op === 'text')).toBe(false);
});

describe('by the clock', () => {
  const show = starterShow('s');
  const piece = show.pieces.find(({ kind }) => kind === 'spotlight') as SpotlightPiece;
  const stage = (live: AlertLive) => {
    const made = new Stage({ measure: nodeMeasure, seen: 'air' });
    const scene = {
      frame: show.frame,
      pieces: [piece],
      live: { [piece.id]: { kind: 'spotlight' as const, alerts: [live] } },
    };
    return (now: number) => made.at(scene, now);
  };

  test('words come after the picture, and go before it', () => {
    const at = stage(alert({ picture: picture.id, wordsAfter: 1, wordsFor: 2, wordsMotion: 'slide' }));
    const keys = (now: number): string[] =>
      at(now).groups.map(({ key }) => key.split('/').slice(2).join('/') || 'picture');
    expect(keys(1500)).toEqual(['picture']);
    expect(keys(2500)).toEqual(['picture', 'words']);
    expect(keys(4500)).toEqual(['picture']);
    expect(keys(6500)).toEqual([]);
  });

  test('its own time in and out', () => {
    const at = stage(alert({ comes: 1, goes: 1.5 }));
    const opacity = (now: number): number => at(now).groups[0]?.opacity ?? 0;
    expect(opacity(1500)).toBeLessThan(1);
    expect(opacity(2100)).toBe(1);
    expect(opacity(5500)).toBeLessThan(1);
    expect(stage(alert({ comes: 0 }))(1002).groups[0]?.opacity).toBe(1);
  });

  test('one motion as it comes, another while it stays, another as it goes', () => {
    const at = stage(alert({ come: 'slide', stay: 'bob', go: 'cross' }));
    expect(at(1050).groups[0]?.dx).toBeLessThan(-50);
    expect(at(5950).groups[0]?.dx).toBeGreaterThan(50);
    expect(new Set([2000, 2300, 2600].map((now) => at(now).groups[0]?.dy)).size).toBe(3);
  });

  test('an animated picture shows each frame for its time, begins anew, and says when it changes', () => {
    const at = stage(alert({ picture: picture.id }, { picture: { ...picture, frames: [100, 300] } }));
    const frame = (now: number): string => image(at(now).groups[1]?.ops ?? [])?.src.split('#')[1] ?? '';
    expect([2200, 2299, 2300, 2599, 2600].map(frame)).toEqual(['0', '0', '1', '1', '0']);
    expect(at(2200).next).toBe(2300);
    // The same frame is the same drawing: nothing is painted anew while it stands.
    expect(at(2310).groups[1]?.ops).toBe(at(2590).groups[1]?.ops);
  });

  test('a clip is told how far it is', () => {
    const at = stage(alert({ picture: picture.id }, { picture: { ...picture, clip: true } }));
    expect(image(at(3250).groups[1]?.ops ?? [])?.at).toBe(2250);
    expect(at(3250).next).toBe(3250);
  });
});

test.each([
  ['Inês', 'I'],
  ['Oda Varn', 'OV'],
  ['ines.barro', 'IB'],
  ['山田 はな', '山は'],
  ['ليلى', 'ل'],
  ['  ', '?'],
  ['🎏 Nobori', 'N'],
  ['élan vital', 'ÉV'],
  ['नमिता राव', 'नरा'],
  ['<script>', 'S'],
])('initials of %s are %s', (name, initials) => expect(initialsOf(name)).toBe(initials));
