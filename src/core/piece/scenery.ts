import type { Op } from '@/core/paint/display';

/* Made-up moving pictures, where there is no camera and no console: a pot on a wheel, and a wreck being raised. Pure functions of time. */

export type Scenery = 'pot' | 'wreck';

/** The size that each is made for, px. */
const SCENERY_SIZE: Record<Scenery, { w: number; h: number }> = {
  pot: { w: 1080, h: 1920 },
  wreck: { w: 1920, h: 1080 },
};

/** What a scenery looks like, filling a box of this size. @param now ms, any clock */
export function sceneryOps(which: Scenery, box: { w: number; h: number }, now: number): Op[] {
  const size = SCENERY_SIZE[which];
  const scale = Math.max(box.w / size.w, box.h / size.h);
  const at = { scale, x: (box.w - size.w * scale) / 2, y: (box.h - size.h * scale) / 2 };
  return which === 'pot' ? potOps(at, now / 1000) : wreckOps(at, now / 1000);
}

interface At {
  x: number;
  y: number;
  scale: number;
}

const path = (
  at: At,
  d: string,
  fill: Extract<Op, { op: 'path' }>['fill'],
  stroke?: { color: string; width: number },
): Op => ({ op: 'path', d, ...at, ...(fill === undefined ? {} : { fill }), ...(stroke ? { stroke } : {}) });
const ellipse = (cx: number, cy: number, rx: number, ry: number): string =>
  `M${cx - rx} ${cy}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`;
const n = (value: number): number => Math.round(value * 10) / 10;

function potOps(at: At, s: number): Op[] {
  const turn = (s * 0.7) % 1;
  // The clay widens and narrows under the hands, and its throwing rings wander down.
  const belly = n(168 + 22 * Math.sin(s * 0.6));
  const lean = n(8 * Math.sin(s * 1.9));
  const rings = [0, 1, 2, 3].map((k) => 800 + ((k * 110 + s * 34) % 440));
  return [
    path(at, 'M0 0H1080V1920H0Z', {
      from: [0, 0],
      to: [0, 1920],
      stops: [
        [0, '#7d5d43'],
        [0.45, '#4a382c'],
        [1, '#241d19'],
      ],
    }),
    path(at, 'M0 1240H1080V1920H0Z', '#1e1815'),
    path(at, ellipse(540, 1270, 400, 90), '#5c4a3d'),
    path(at, ellipse(540, 1250, 400, 86), '#75604f'),
    ...[0, 0.5].map((k) => {
      const angle = (turn + k) * 2 * Math.PI;
      return path(at, ellipse(n(540 + 350 * Math.cos(angle)), n(1250 + 74 * Math.sin(angle)), 16, 6), '#8d7762');
    }),
    path(
      at,
      `M${372 + lean} 750c20 90-${n(belly - 86)} 210-${n(belly - 96)} 340 10 100 50 140 100 160h280c50-20 90-60 100-160 10-130-92-250-72-340Z`,
      '#b98863',
    ),
    ...rings.map((y) => path(at, `M${n(420 + lean)} ${n(y)}q120 26 240 0`, undefined, { color: '#a57550', width: 7 })),
    path(at, ellipse(540 + lean, 750, 169, 40), '#7c573d'),
    path(at, `M40 1180c110-60 160-80 ${n(238 + lean)}-140M1040 1180c-110-60-160-80-${n(238 - lean)}-140`, undefined, {
      color: '#d9a888',
      width: 92,
    }),
  ];
}

function wreckOps(at: At, s: number): Op[] {
  const lift = n(60 * (0.5 - 0.5 * Math.cos(s * 0.4)));
  const wave = (y: number, high: number, slow: number): string => {
    const points = Array.from(
      { length: 13 },
      (_, k) => `${k === 0 ? 'M' : 'L'}${k * 160} ${n(y + high * Math.sin(k * 1.3 + s * slow))}`,
    ).join('');
    return `${points}L1920 1080L0 1080Z`;
  };
  return [
    path(at, 'M0 0H1920V1080H0Z', {
      from: [0, 0],
      to: [0, 1080],
      stops: [
        [0, '#8fa7ad'],
        [0.55, '#d9c7a4'],
        [1, '#5e7377'],
      ],
    }),
    path(at, ellipse(n(1500 + 20 * Math.sin(s * 0.1)), 250, 90, 90), '#f2e3bd'),
    path(at, 'M0 560L260 470L520 548L760 500L1040 556L1400 492L1920 560V640H0Z', '#6c7f80'),
    path(at, wave(620, 10, 0.9), '#3f5f66'),
    // The crane's arm, its cable and the hull that comes up.
    path(at, 'M1180 700L1210 250L880 210', undefined, { color: '#3a3733', width: 26 }),
    path(at, `M900 214V${n(700 - lift)}`, undefined, { color: '#26231f', width: 8 }),
    path(
      at,
      `M620 ${n(760 - lift)}L700 ${n(690 - lift)}H1080L1190 ${n(742 - lift)}L1120 ${n(880 - lift)}H700Z`,
      '#7b4a35',
    ),
    path(at, `M700 ${n(730 - lift)}H1100`, undefined, { color: '#5d3626', width: 12 }),
    path(at, `M780 ${n(690 - lift)}V${n(600 - lift)}H860V${n(690 - lift)}`, '#8c8a80'),
    path(at, wave(800, 14, 1.4), '#2d4a53'),
    path(at, wave(930, 18, 1.9), '#213942'),
  ];
}
