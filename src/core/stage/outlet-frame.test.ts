import type { Outlet } from '@/core/show/outlet';
import { starterShow } from '@/core/show/starter';
import { readShow } from '@/core/show/file';
import type { Show } from '@/core/show/show';
import { addLayout, removeLayout, resizeLayout } from './beside';
import { judgeOutlet } from './judge/outlet';
import { outletFrame, outletSize } from './outlet-frame';
import { frameKey, inLayout, onFrame } from './turn-frame';
import { english } from '@/core/words/phrase';

const show: Show = starterShow('o');
const measure = (text: string, { size }: { size: number }): number => text.length * size * 0.55;
const outlet = (shows: Outlet['shows'], layout?: string): Outlet => ({
  id: 'o',
  name: 'O',
  sounds: false,
  whose: 'viewers',
  shows,
  ...(layout === undefined ? {} : { layout }),
});
const seen = (of: Show, by: Outlet, hidden: string[] = []) =>
  outletFrame(of, { scene: '', hidden: new Set(hidden), by });
const wide = { width: 1920, height: 1080 };
const file = {
  id: 'f'.repeat(64),
  name: 'Wall',
  type: 'image/png',
  bytes: 10,
  width: 4,
  height: 3,
} as unknown as Show['media'][number];

test('one piece fills its own frame; several share it along its longer side, without a gap; what is hidden keeps its room', () => {
  const one = outlet({ kind: 'pieces', pieces: ['leaderboard'], size: { width: 400, height: 600 } });
  expect(seen(show, one)).toMatchObject({
    frame: { width: 400, height: 600 },
    pieces: [{ id: 'leaderboard', place: { x: 0, y: 0, w: 400, h: 600 } }],
  });
  for (const [width, height] of [
    [425, 960],
    [960, 425],
  ] as const) {
    const two = outlet({ kind: 'pieces', pieces: ['leaderboard', 'goal'], size: { width, height } });
    const { pieces } = seen(show, two);
    expect(pieces).toHaveLength(2);
    const ends = pieces.map(({ place: { x, y, w, h } }) => [x, y, x + w, y + h]);
    const [first, second] = width > height ? [0, 2] : [1, 3];
    expect(ends[0]?.[first]).toBe(0);
    expect(ends[1]?.[first]).toBe(ends[0]?.[second]);
    expect(ends[1]?.slice(2)).toEqual([width, height]);
    const [, last] = pieces;
    expect(seen(show, two, [pieces[0]?.id ?? '']).pieces).toEqual([last]);
  }
});

test('an outlet’s size is what its layer is to have, whatever it carries', () => {
  const size = { width: 500, height: 600 };
  expect(
    [
      outlet({ kind: 'all' }),
      outlet({ kind: 'pieces', pieces: [] }),
      outlet({ kind: 'pieces', pieces: [], size }),
      outlet({ kind: 'all' }, '1920×1080'),
      outlet({ kind: 'wall', pieces: [], ground: 'sea' }),
    ].map((each) => frameKey(outletSize(show, each))),
  ).toEqual(['1080×1920', '1080×1920', '500×600', '1920×1080', '960×540']);
});

test('pieces too small for their own frame are named, with how much they need; a px counts as one of the stage', () => {
  const sized = (width: number, height: number): string[] =>
    judgeOutlet(show, outlet({ kind: 'pieces', pieces: ['leaderboard'], size: { width, height } }), measure).map(
      (each) => english(each),
    );
  expect(sized(500, 600)).toEqual([]);
  expect(sized(120, 80).join(' ')).toMatch(/Leaderboard has 120 × 80 px here; it needs \d+ × \d+\./);
});

test('a wall’s own picture lies behind its pieces and covers it; one that is gone is left out', () => {
  const by = outlet({ kind: 'wall', pieces: ['goal'], ground: 'sea', picture: file.id });
  expect(seen({ ...show, media: [file] }, by).pieces).toMatchObject([
    { kind: 'picture', media: file.id, fit: 'cover', place: { x: 0, y: 0, w: 960, h: 540 } },
    { id: 'goal' },
  ]);
  expect(seen(show, by).pieces.map(({ id }) => id)).toEqual(['goal']);
});

describe('layouts side by side', () => {
  const added = structuredClone(onFrame(show, wide, measure));
  addLayout(added, show.frame, wide, { id: 'w', name: 'Wide' });
  const upright = show.pieces.map(({ id, place }) => [id, place]);
  const placesOf = (of: Show, key: string) => inLayout(of, key).pieces.map(({ id, place }) => [id, place]);

  test('outlets stay with what they carry; the other layout comes out of one of its own', () => {
    expect(added.outlets.map(({ layout }) => layout)).toEqual(['1080×1920', '1920×1080']);
    expect(new Map(placesOf(added, '1080×1920') as never)).toEqual(new Map(upright as never));
    expect(seen(added, added.outlets[0] as Outlet).frame).toEqual(show.frame);
    expect(seen(added, added.outlets[1] as Outlet).frame).toEqual(wide);
  });

  test('a change in one, back and forth, is not seen in the other; taken off one, a piece stays on the other', () => {
    const changed = structuredClone(added);
    for (const piece of changed.pieces)
      if (piece.id === 'goal') Object.assign(piece, { place: { x: 1, y: 2, w: 300, h: 100 }, off: true });
    const back = onFrame(changed, show.frame, measure);
    expect(back.pieces.find(({ id }) => id === 'goal')?.off).toBeUndefined();
    expect(new Map(back.pieces.map(({ id, place }) => [id, place]) as never)).toEqual(new Map(upright as never));
    const goal = inLayout(back, '1920×1080').pieces.find(({ id }) => id === 'goal');
    expect(goal).toMatchObject({ off: true, place: { x: 1, y: 2, w: 300, h: 100 } });
    expect(onFrame(back, wide, measure).pieces.find(({ id }) => id === 'goal')).toEqual(goal);
  });

  test('a layout that is kept outlasts any number of other sizes; one that is let go frees its outlets', () => {
    let turned = added;
    for (let n = 0; n < 12; n += 1) turned = onFrame(turned, { width: 900 + n, height: 900 }, measure);
    expect(Object.keys(turned.layouts)).toEqual(expect.arrayContaining(['1080×1920', '1920×1080']));
    expect(Object.keys(turned.layouts).length).toBeLessThanOrEqual(8);
    const gone = structuredClone(added);
    removeLayout(gone, '1080×1920');
    expect([gone.beside, gone.outlets.map(({ layout }) => layout)]).toEqual([undefined, [undefined, undefined]]);
  });

  test('a layout of another size takes its outlets along, and the show can be read back', () => {
    const larger = structuredClone(onFrame(added, { width: 2560, height: 1440 }, measure));
    resizeLayout(larger, wide, { width: 2560, height: 1440 });
    expect(larger.outlets.map(({ layout }) => layout)).toEqual(['1080×1920', '2560×1440']);
    expect(larger.beside).toEqual(['1080×1920', '2560×1440']);
    const read = readShow(JSON.stringify(larger));
    expect(read.ok && read.show.beside).toEqual(larger.beside);
  });
});
