import type { Op } from '@/core/paint/display';

/* Made-up moving pictures, where there is no camera and no console: a pot on a wheel, a person who plays, and a wreck being raised. Pure functions of time. */

/** What a camera can be made up of, and what a console. */
export const MADE_UP = ['pot', 'person'] as const;
export type Scenery = (typeof MADE_UP)[number] | 'wreck';

/** The size that each is made for, px. */
const SCENERY_SIZE: Record<Scenery, { w: number; h: number }> = {
  pot: { w: 1080, h: 1920 },
  person: { w: 1920, h: 1080 },
  wreck: { w: 1920, h: 1080 },
};

const DRAWN: Record<Scenery, (at: At, s: number) => Op[]> = { pot: potOps, person: personOps, wreck: wreckOps };

/** What a scenery looks like, filling a box of this size. @param now ms, any clock */
export function sceneryOps(which: Scenery, box: { w: number; h: number }, now: number): Op[] {
  const size = SCENERY_SIZE[which];
  const scale = Math.max(box.w / size.w, box.h / size.h);
  const at = { scale, x: (box.w - size.w * scale) / 2, y: (box.h - size.h * scale) / 2 };
  return DRAWN[which](at, now / 1000);
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
      `M${372 + lean} 750c20 90 ${n(86 - belly)} 210 ${n(96 - belly)} 340 10 100 50 140 100 160h${n(2 * belly - 56)}c50-20 90-60 100-160 10-130 ${n(76 - belly)}-250 ${n(96 - belly)}-340Z`,
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

/** Somebody who plays in the evening: shoulders, a head that looks about, hands on a controller, the screen's light on them. */
function personOps(at: At, s: number): Op[] {
  const look = n(14 * Math.sin(s * 0.7) + 6 * Math.sin(s * 1.9));
  const nod = n(6 * Math.sin(s * 1.3));
  const press = n(5 * Math.sin(s * 7) * Math.max(0, Math.sin(s * 0.9)));
  const light = Math.round(38 + 14 * Math.sin(s * 2.3))
    .toString(16)
    .padStart(2, '0');
  const skin = '#b98a68';
  const shade = '#96694c';
  return [
    path(at, 'M0 0H1920V1080H0Z', {
      from: [0, 0],
      to: [1920, 1080],
      stops: [
        [0, '#2b3440'],
        [1, '#151a20'],
      ],
    }),
    // A shelf with a ship in a bottle, and a lamp.
    path(at, 'M0 330H560V352H0Z', '#4a3a2d'),
    path(at, 'M120 330v-70a30 30 0 0 1 30-30h150v-26h40v26a40 40 0 0 1 40 40v60Z', '#5d7d84'),
    path(at, 'M170 320h150l-26-34h-96ZM240 286v-40l46 40Z', '#d9c7a4'),
    path(at, ellipse(1650, 260, 130, 130), '#f2c27a40'),
    path(at, 'M1590 300l36-120h60l36 120Z', '#f2c27a'),
    path(at, 'M1648 300h16v330h-16Z', '#3d3229'),
    // The chair, the shoulders, the neck and the head.
    path(at, 'M560 1080V640a120 120 0 0 1 120-120h560a120 120 0 0 1 120 120v440Z', '#39424b'),
    path(at, 'M440 1080c10-220 90-330 300-372l220-40 220 40c210 42 290 152 300 372Z', '#2f5560'),
    path(at, `M${890 + look / 2} 560h140v120q-70 70-140 0Z`, shade),
    path(at, `M${800 + look} ${360 + nod}q0-150 160-150t160 150v90q0 150-160 150t-160-150Z`, skin),
    path(
      at,
      `M${784 + look} ${400 + nod}q-10-220 176-220t176 220q-30-110-90-120-110 20-200-10-50 30-62 130Z`,
      '#3b2a20',
    ),
    path(at, ellipse(902 + look * 1.4, 410 + nod, 12, 15), '#241a14'),
    path(at, ellipse(1018 + look * 1.4, 410 + nod, 12, 15), '#241a14'),
    path(at, `M${930 + look} ${505 + nod}q30 18 62 0`, undefined, { color: '#7a4636', width: 9 }),
    // Ear pads with their bow, arms, and the controller.
    path(at, `M${790 + look} ${400 + nod}q0-212 170-212t170 212`, undefined, { color: '#15191d', width: 22 }),
    path(at, ellipse(790 + look, 425 + nod, 30, 52), '#15191d'),
    path(at, ellipse(1130 + look, 425 + nod, 30, 52), '#15191d'),
    path(at, `M560 980q150-40 270 ${-60 + press}M1360 980q-150-40-270 ${-60 - press}`, undefined, {
      color: '#2a4b55',
      width: 110,
    }),
    path(
      at,
      `M800 ${900 + press}q60-50 160-30 100-20 160 30 70 110 10 150-60 10-90-60h-160q-30 70-90 60-60-40 10-150Z`,
      '#1b2026',
    ),
    path(at, ellipse(850, 930 + press, 46, 34), skin),
    path(at, ellipse(1070, 930 - press, 46, 34), skin),
    // What the screen throws on all of it.
    path(at, 'M0 0H1920V1080H0Z', `#8fc6d2${light}`),
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
