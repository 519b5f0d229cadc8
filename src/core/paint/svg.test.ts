import { Stage } from '@/core/stage/stage';
import { exampleOf } from '@/core/stage/examples';
import { starterShow } from '@/core/show/starter';
import { nodeMeasure } from '@/server/paint/node-host';
import type { DisplayList, Op } from './display';
import { svgOf } from './svg';

const list = (...ops: Op[]): DisplayList => ({
  width: 100,
  height: 80,
  next: Infinity,
  groups: [{ key: 'g', box: { x: 10, y: 20, w: 50, h: 40 }, ops, dx: 0, dy: 0, opacity: 1 }],
});
const text = (said: string): Op => ({
  op: 'text',
  x: 0,
  baseline: 10,
  text: said,
  font: { family: 'text', weight: 700, size: 20 },
  fill: '#ff000080',
});

test('a name that holds markup is text, and letters that XML forbids are left out', () => {
  const out = svgOf(list(text('</text><script>alert(1)</script>\u0000"&')), () => undefined);
  expect(out).not.toContain('<script>');
  expect(out).toContain('&lt;/text&gt;&lt;script&gt;alert(1)&lt;/script&gt;&quot;&amp;');
  expect(out).not.toContain('\u0000');
});

test('opacity in a colour becomes an attribute of its own; a turned, half opaque group is both', () => {
  const base = list(text('a'));
  const out = svgOf(
    { ...base, groups: [{ ...base.groups[0]!, opacity: 0.5, turn: { degrees: 30, x: 35, y: 40 } }] },
    () => undefined,
  );
  expect(out).toContain('fill="#ff0000" fill-opacity="0.502"');
  expect(out).toContain('transform="rotate(30 35 40) translate(10 20)" opacity="0.5"');
});

test('a picture that is not to be had is left out; one that is, is held by the file', () => {
  const picture: Op = { op: 'image', x: 0, y: 0, w: 10, h: 10, src: 'media:x' };
  expect(svgOf(list(picture), () => undefined)).not.toContain('<image');
  expect(svgOf(list(picture), () => 'data:image/png;base64,AA==')).toContain('xlink:href="data:image/png;base64,AA=="');
});

test('every gradient, clip and shadow that is named is there, once', () => {
  const show = starterShow('svg');
  const pieces = show.pieces.map((piece) => ({ ...piece, style: 'kiln' as const }));
  const scene = {
    frame: show.frame,
    pieces,
    live: Object.fromEntries(pieces.map((piece) => [piece.id, exampleOf(piece, show, 'scripts', 5000)])),
  };
  const out = svgOf(new Stage({ measure: nodeMeasure, seen: 'air' }).at(scene, 5000), () => undefined);
  const named = [...out.matchAll(/url\(#(g\d+)\)/g)].map(([, id]) => id);
  const there = [...out.matchAll(/ id="(g\d+)"/g)].map(([, id]) => id);
  expect(named.length).toBeGreaterThan(2);
  expect(new Set(there).size).toBe(there.length);
  expect(named.every((id) => there.includes(id))).toBe(true);
});
