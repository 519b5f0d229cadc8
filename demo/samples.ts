import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/*
 * Makes the sample pictures and frame arts of the media library: `node --import tsx demo/samples.ts` writes them to public/samples. All are drawn
 * here, from shapes and a few numbers.
 */

export interface Sample {
  name: string;
  title: string;
  kind: 'picture' | 'art';
  svg: string;
}

const CLAY = '#C8643C',
  RUST = '#8F3F1F',
  SAND = '#F3EBDD',
  STRAW = '#F4B23E',
  GLAZE = '#7FA58B',
  SEA = '#0d4550',
  FOAM = '#BFE3DB',
  NIGHT = '#17110E',
  COBALT = '#3F5F94';

const svg = (w: number, h: number, body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 0 ${w} ${h}">${body}</svg>\n`;
const path = (d: string, fill: string, stroke = '', width = 0): string =>
  `<path d="${d}" fill="${fill}"${stroke ? ` stroke="${stroke}" stroke-width="${width}" stroke-linecap="round" stroke-linejoin="round"` : ''}/>`;
const ellipse = ({ cx, cy, rx, ry }: { cx: number; cy: number; rx: number; ry: number }, fill: string): string =>
  `<ellipse cx="${cx}" cy="${cy}" rx="${rx}" ry="${ry}" fill="${fill}"/>`;
const n = (value: number): number => Math.round(value * 10) / 10;
/** A closed line through points on a circle whose radius changes with the angle. */
const round = (cx: number, cy: number, radius: (angle: number) => number, steps = 72): string =>
  `${Array.from({ length: steps }, (_, k) => {
    const angle = (k / steps) * 2 * Math.PI;
    const r = radius(angle);
    return `${k === 0 ? 'M' : 'L'}${n(cx + r * Math.cos(angle))} ${n(cy + r * Math.sin(angle))}`;
  }).join('')}Z`;
const wave = (y: number, high: number, width: number, phase: number): string =>
  `${Array.from({ length: 25 }, (_, k) => `${k === 0 ? 'M' : 'L'}${n((k * width) / 24)} ${n(y + high * Math.sin(k * 0.9 + phase))}`).join('')}V400H0Z`;

const pot = (fill: string, band: string): string =>
  `${path('M130 110c10 50-50 90-50 160 0 60 40 90 70 100h100c30-10 70-40 70-100 0-70-60-110-50-160Z', fill)}${path('M82 250c80 26 156 26 236 0l2 30c-80 26-160 26-240 0Z', band)}${ellipse({ cx: 200, cy: 110, rx: 72, ry: 18 }, RUST)}`;

const PICTURES: readonly (Omit<Sample, 'kind' | 'svg'> & { body: string })[] = [
  { name: 'tall-pot', title: 'Tall pot', body: pot(CLAY, SAND) },
  { name: 'celadon-pot', title: 'Celadon pot', body: pot(GLAZE, '#4F7A66') },
  {
    name: 'bowl',
    title: 'Bowl',
    body: `${path('M60 170h280c0 110-60 160-110 170v24h-60v-24C120 330 60 280 60 170Z', COBALT)}${ellipse({ cx: 200, cy: 170, rx: 140, ry: 34 }, '#6C8BC0')}${ellipse({ cx: 200, cy: 174, rx: 116, ry: 24 }, '#2B4470')}`,
  },
  {
    name: 'kiln-fire',
    title: 'Kiln fire',
    body: `${path('M60 350V190C60 110 120 60 200 60s140 50 140 130v160Z', '#5b3626')}${path('M120 350V220c0-50 36-80 80-80s80 30 80 80v130Z', NIGHT)}${path('M200 175c50 60 60 90 60 120 0 36-26 55-60 55s-60-19-60-55c0-20 10-40 25-55 2 20 8 30 18 35 2-40 8-70 17-100Z', STRAW)}${path('M200 265c22 26 28 40 28 54 0 20-12 31-28 31s-28-11-28-31c0-14 8-30 28-54Z', CLAY)}`,
  },
  {
    name: 'wheel',
    title: 'Potter’s wheel',
    body: `${ellipse({ cx: 200, cy: 300, rx: 160, ry: 44 }, '#5c4a3d')}${ellipse({ cx: 200, cy: 286, rx: 160, ry: 42 }, '#75604f')}${[0, 1, 2].map((k) => ellipse({ cx: 200, cy: 286, rx: 130 - k * 36, ry: 34 - k * 9 }, k % 2 === 0 ? '#69563f' : '#7d6853')).join('')}${path('M150 280c-10-60 10-110 50-110s60 50 50 110c-30 12-70 12-100 0Z', '#b98863')}`,
  },
  {
    name: 'wave',
    title: 'Wave',
    body: `${path(wave(170, 26, 400, 0), '#2f7f86')}${path(wave(230, 22, 400, 1.4), '#1c5f69')}${path(wave(290, 18, 400, 2.6), SEA)}${path(wave(170, 26, 400, 0).replace(/V400H0Z$/, ''), 'none', FOAM, 10)}`,
  },
  {
    name: 'anchor',
    title: 'Anchor',
    body: `${path('M200 90v240M130 150h140M80 240c0 70 60 100 120 100s120-30 120-100', 'none', '#34505a', 30)}${path('M80 240l-34 44h68ZM320 240l-34 44h68Z', '#34505a')}<circle cx="200" cy="66" r="30" fill="none" stroke="#34505a" stroke-width="22"/>`,
  },
  {
    name: 'lighthouse',
    title: 'Lighthouse',
    body: `${path('M20 120l130 10v44L20 190ZM380 120l-130 10v44l130 16Z', '#F7D79A')}${path('M150 370l20-230h60l20 230Z', SAND)}${path('M160 262l4-46h72l4 46ZM154 330l4-34h84l4 34Z', CLAY)}${path('M158 140h84v-46h-84Z', NIGHT)}${path('M172 134h56v-34h-56Z', STRAW)}${path('M150 94h100l-50-44Z', RUST)}`,
  },
  { name: 'moon', title: 'Moon', body: path('M250 60a150 150 0 1 0 90 220A130 130 0 0 1 250 60Z', STRAW) },
  {
    name: 'sun',
    title: 'Sun',
    body: `${path(
      round(200, 200, (angle) => 128 + 34 * Math.cos(angle * 12)),
      STRAW,
    )}${ellipse({ cx: 200, cy: 200, rx: 92, ry: 92 }, '#F7CB76')}`,
  },
  {
    name: 'leaf',
    title: 'Leaf',
    body: `${path('M60 340C40 180 160 60 340 60c10 170-90 300-250 286Z', GLAZE)}${path('M70 350C130 260 200 180 300 110M150 262l-6-66M196 214l-2-58M150 262l66 8M196 214l60 6', 'none', '#4F7A66', 12)}`,
  },
  {
    name: 'ribbon',
    title: 'Ribbon',
    body: `${path('M120 210l-60 150 76-24 40 60 40-160ZM280 210l60 150-76-24-40 60-40-160Z', RUST)}${path(
      round(200, 160, (angle) => 112 + 10 * Math.cos(angle * 16)),
      CLAY,
    )}${ellipse({ cx: 200, cy: 160, rx: 78, ry: 78 }, SAND)}`,
  },
];

/** Frame arts: a picture around a hole, or two. The hole is left out by the even-odd rule, so that it is clear. */
const ring = (outer: string, hole: string, fill: string): string =>
  `<path fill-rule="evenodd" d="${outer}${hole}" fill="${fill}"/>`;
const box = ({ x, y, w, h }: { x: number; y: number; w: number; h: number }, r = 0): string =>
  r === 0
    ? `M${x} ${y}h${w}v${h}h${-w}Z`
    : `M${x + r} ${y}h${w - 2 * r}a${r} ${r} 0 0 1 ${r} ${r}v${h - 2 * r}a${r} ${r} 0 0 1 ${-r} ${r}h${-(w - 2 * r)}a${r} ${r} 0 0 1 ${-r} ${-r}v${-(h - 2 * r)}a${r} ${r} 0 0 1 ${r} ${-r}Z`;

const ARTS: readonly { name: string; title: string; w: number; h: number; body: string }[] = [
  {
    name: 'clay-rim',
    title: 'Clay rim',
    w: 1080,
    h: 1920,
    body: `${ring(box({ x: 0, y: 0, w: 1080, h: 1920 }), box({ x: 70, y: 400, w: 940, h: 1100 }, 90), '#5b3626')}${ring(box({ x: 40, y: 370, w: 1000, h: 1160 }, 120), box({ x: 70, y: 400, w: 940, h: 1100 }, 90), CLAY)}${Array.from({ length: 9 }, (_, k) => path(`M0 ${40 + k * 36}q270 ${24 + (k % 3) * 10} 540 0t540 0`, 'none', '#6d4330', 6)).join('')}${Array.from({ length: 9 }, (_, k) => path(`M0 ${1570 + k * 36}q270 ${24 + (k % 3) * 10} 540 0t540 0`, 'none', '#6d4330', 6)).join('')}`,
  },
  {
    name: 'porthole',
    title: 'Porthole',
    w: 1920,
    h: 1080,
    body: `${ring(box({ x: 0, y: 0, w: 1920, h: 1080 }), box({ x: 150, y: 90, w: 1620, h: 820 }, 240), SEA)}${ring(box({ x: 100, y: 40, w: 1720, h: 920 }, 290), box({ x: 150, y: 90, w: 1620, h: 820 }, 240), '#9a8560')}${Array.from({ length: 14 }, (_, k) => ellipse({ cx: n(330 + k * 97), cy: k % 2 === 0 ? 64 : 64, rx: 13, ry: 13 }, '#6c5b3d') + ellipse({ cx: n(330 + k * 97), cy: 936, rx: 13, ry: 13 }, '#6c5b3d')).join('')}${path('M0 1010q160 -34 320 0t320 0 320 0 320 0 320 0 320 0V1080H0Z', '#1c5f69')}`,
  },
  {
    name: 'shelf-board',
    title: 'Shelf board',
    w: 1920,
    h: 1080,
    body: `${ring(box({ x: 0, y: 0, w: 1920, h: 1080 }), box({ x: 40, y: 40, w: 1360, h: 765 }), '#3b2b22')}${path(box({ x: 1440, y: 40, w: 440, h: 765 }), '#4a382c')}${path(box({ x: 40, y: 845, w: 1840, h: 18 }), '#8a6a4e')}${[1500, 1640, 1770].map((x, k) => path(`M${x} 800c4-24-18-40-18-66 0-26 18-38 30-42h34c12 4 30 16 30 42 0 26-22 42-18 66Z`, [CLAY, GLAZE, COBALT][k] ?? CLAY)).join('')}`,
  },
  {
    name: 'rope',
    title: 'Rope',
    w: 1080,
    h: 1080,
    body: `${ring(box({ x: 0, y: 0, w: 1080, h: 1080 }, 80), box({ x: 80, y: 80, w: 920, h: 920 }, 50), '#b08a5a')}${Array.from({ length: 26 }, (_, k) => path(`M${20 + k * 40} 70l28-58M${20 + k * 40} 1068l28-58`, 'none', '#7d5f3b', 8)).join('')}${Array.from({ length: 24 }, (_, k) => path(`M12 ${100 + k * 38}l56-26M1012 ${100 + k * 38}l56-26`, 'none', '#7d5f3b', 8)).join('')}`,
  },
  {
    name: 'two-windows',
    title: 'Two windows',
    w: 1920,
    h: 1080,
    body: `${ring(box({ x: 0, y: 0, w: 1920, h: 1080 }), box({ x: 50, y: 60, w: 1360, h: 765 }, 30) + box({ x: 1470, y: 60, w: 400, h: 520 }, 30), '#34404a')}${ring(box({ x: 30, y: 40, w: 1400, h: 805 }, 44), box({ x: 50, y: 60, w: 1360, h: 765 }, 30), '#9a8560')}${ring(box({ x: 1450, y: 40, w: 440, h: 560 }, 44), box({ x: 1470, y: 60, w: 400, h: 520 }, 30), '#9a8560')}${Array.from({ length: 6 }, (_, k) => path(`M0 ${900 + k * 34}h1920`, 'none', '#2b353e', 5)).join('')}${Array.from({ length: 5 }, (_, k) => path(`M1450 ${650 + k * 44}h440`, 'none', '#2b353e', 5)).join('')}`,
  },
];

/** All samples: twelve pictures of 400 × 400 px, and five frame arts. */
export const samples = (): Sample[] => [
  ...PICTURES.map(({ name, title, body }): Sample => ({ name, title, kind: 'picture', svg: svg(400, 400, body) })),
  ...ARTS.map(({ name, title, w, h, body }): Sample => ({ name, title, kind: 'art', svg: svg(w, h, body) })),
];

if (process.argv[1]?.endsWith('samples.ts')) {
  const folder = 'public/samples';
  mkdirSync(folder, { recursive: true });
  for (const { name, svg: content } of samples()) writeFileSync(join(folder, `${name}.svg`), content);
  writeFileSync(
    join(folder, 'index.json'),
    `${JSON.stringify(samples().map(({ name, title, kind }) => ({ name, title, kind })))}\n`,
  );
}
