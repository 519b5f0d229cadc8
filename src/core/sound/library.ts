import { ATTACKS, type Recipe } from './recipe';
import { phrase, type Phrase } from '@/core/words/phrase';

/** One of Gavirn's own sounds. All are made by synth.ts from what stands here; nothing is recorded. */
export interface Sound {
  id: string;
  name: Phrase;
  /** The heading under which it is offered. */
  of: Phrase;
  recipe: Recipe;
}

type Struck = Extract<Recipe, { make: 'struck' }>;
const struck = (
  hz: number,
  partials: [ratio: number, level: number, seconds: number][],
  knock = 0.2,
  times: number[] = [0],
): Struck => ({ make: 'struck', hz, partials, knock, times });
const BAR: [number, number, number][] = [
  [1, 1, 0.5],
  [3.93, 0.35, 0.18],
  [9.2, 0.12, 0.07],
];
const BLOCK: [number, number, number][] = [
  [1, 1, 0.09],
  [2.57, 0.5, 0.05],
  [4.1, 0.2, 0.03],
];
const CUP: [number, number, number][] = [
  [1, 1, 0.22],
  [2.3, 0.6, 0.12],
  [4.25, 0.3, 0.07],
  [6.6, 0.15, 0.04],
];
const BRONZE: [number, number, number][] = [
  [0.5, 0.5, 2.4],
  [1, 1, 1.9],
  [1.2, 0.45, 1.5],
  [1.5, 0.35, 1.2],
  [2, 0.5, 1],
  [2.67, 0.25, 0.6],
  [4, 0.15, 0.4],
];
const GLASS: [number, number, number][] = [
  [1, 1, 1.1],
  [2.32, 0.4, 0.7],
  [4.25, 0.2, 0.4],
];

/** In the order in which they are offered. */
export const SOUNDS: readonly Sound[] = [
  { id: 'wood-block', name: phrase('Wood block'), of: phrase('Wood'), recipe: struck(880, BLOCK, 0.5) },
  { id: 'two-knocks', name: phrase('Two knocks'), of: phrase('Wood'), recipe: struck(420, BLOCK, 0.7, [0, 0.16]) },
  {
    id: 'wooden-bars',
    name: phrase('Wooden bars'),
    of: phrase('Wood'),
    recipe: { make: 'tune', of: struck(1, BAR, 0.15), hz: [523.25, 659.26, 783.99, 1046.5], every: 0.11 },
  },
  {
    id: 'rattle',
    name: phrase('Rattle'),
    of: phrase('Wood'),
    recipe: struck(1150, BLOCK, 0.8, [0, 0.05, 0.095, 0.135, 0.17, 0.2]),
  },
  { id: 'cup', name: phrase('Cup'), of: phrase('Clay'), recipe: struck(620, CUP, 0.35) },
  {
    id: 'stacked-bowls',
    name: phrase('Stacked bowls'),
    of: phrase('Clay'),
    recipe: { make: 'tune', of: struck(1, CUP, 0.4), hz: [540, 610, 680], every: 0.09 },
  },
  {
    id: 'kiln-door',
    name: phrase('Kiln door'),
    of: phrase('Clay'),
    recipe: struck(
      92,
      [
        [1, 1, 0.5],
        [1.6, 0.7, 0.35],
        [2.9, 0.4, 0.2],
        [5.3, 0.2, 0.1],
      ],
      1,
      [0, 0.21],
    ),
  },
  {
    id: 'thumb-on-clay',
    name: phrase('Thumb on clay'),
    of: phrase('Clay'),
    recipe: { make: 'noise', from: 700, to: 180, width: 1.2, seconds: 0.28, attack: ATTACKS.soft },
  },
  { id: 'hand-bell', name: phrase('Hand bell'), of: phrase('Bell'), recipe: struck(1046.5, BRONZE, 0.1) },
  { id: 'low-bell', name: phrase('Low bell'), of: phrase('Bell'), recipe: struck(261.63, BRONZE, 0.2) },
  {
    id: 'three-bells',
    name: phrase('Three bells'),
    of: phrase('Bell'),
    recipe: { make: 'tune', of: struck(1, BRONZE, 0.1), hz: [783.99, 987.77, 1174.66], every: 0.16 },
  },
  { id: 'glass', name: phrase('Glass'), of: phrase('Bell'), recipe: struck(1568, GLASS, 0.15) },
  {
    id: 'glass-falling',
    name: phrase('Glasses, falling'),
    of: phrase('Bell'),
    recipe: { make: 'tune', of: struck(1, GLASS, 0.15), hz: [2093, 1760, 1318.5, 1046.5], every: 0.09 },
  },
  {
    id: 'drop',
    name: phrase('Drop'),
    of: phrase('Water'),
    recipe: { make: 'drops', drops: [{ at: 0, hz: 620, seconds: 0.16 }] },
  },
  {
    id: 'three-drops',
    name: phrase('Three drops'),
    of: phrase('Water'),
    recipe: {
      make: 'drops',
      drops: [
        { at: 0, hz: 520, seconds: 0.15 },
        { at: 0.17, hz: 740, seconds: 0.13 },
        { at: 0.31, hz: 610, seconds: 0.16 },
      ],
    },
  },
  {
    id: 'pour',
    name: phrase('Pour'),
    of: phrase('Water'),
    recipe: {
      make: 'drops',
      drops: Array.from({ length: 22 }, (_, n) => ({
        at: n * 0.038,
        hz: 420 + ((n * 197) % 11) * 45,
        seconds: 0.07 + ((n * 53) % 5) * 0.012,
      })),
    },
  },
  {
    id: 'wave',
    name: phrase('Wave'),
    of: phrase('Water'),
    recipe: { make: 'noise', from: 300, to: 900, width: 1.4, seconds: 1.6, attack: ATTACKS.slow },
  },
  {
    id: 'page',
    name: phrase('Page'),
    of: phrase('Paper'),
    recipe: { make: 'noise', from: 2400, to: 5200, width: 1.1, seconds: 0.32, attack: ATTACKS.soft },
  },
  {
    id: 'crumple',
    name: phrase('Crumple'),
    of: phrase('Paper'),
    recipe: { make: 'grains', hz: 3600, grains: 40, seconds: 0.6 },
  },
  {
    id: 'plucked',
    name: phrase('Plucked string'),
    of: phrase('String'),
    recipe: { make: 'plucked', hz: [392], every: 0, seconds: 1.1 },
  },
  {
    id: 'four-strings',
    name: phrase('Four strings'),
    of: phrase('String'),
    recipe: { make: 'plucked', hz: [293.66, 392, 493.88, 587.33], every: 0.1, seconds: 1.2 },
  },
  {
    id: 'low-strings',
    name: phrase('Low strings'),
    of: phrase('String'),
    recipe: { make: 'plucked', hz: [98, 146.83], every: 0.05, seconds: 1.4 },
  },
  {
    id: 'ooh',
    name: phrase('Ooh'),
    of: phrase('Voice'),
    recipe: {
      make: 'voice',
      hz: [196, 220],
      formants: [
        [320, 1],
        [870, 0.3],
        [2240, 0.06],
      ],
      seconds: 0.9,
    },
  },
  {
    id: 'aah',
    name: phrase('Aah'),
    of: phrase('Voice'),
    recipe: {
      make: 'voice',
      hz: [220, 261.63],
      formants: [
        [730, 1],
        [1090, 0.5],
        [2440, 0.15],
      ],
      seconds: 0.9,
    },
  },
  {
    id: 'hum',
    name: phrase('Hum'),
    of: phrase('Voice'),
    recipe: {
      make: 'voice',
      hz: [146.83, 146.83],
      formants: [
        [250, 1],
        [1100, 0.08],
      ],
      seconds: 1,
    },
  },
  {
    id: 'breath',
    name: phrase('Breath'),
    of: phrase('Air'),
    recipe: { make: 'noise', from: 900, to: 1800, width: 1, seconds: 0.7, attack: ATTACKS.slow },
  },
  {
    id: 'swish',
    name: phrase('Swish'),
    of: phrase('Air'),
    recipe: { make: 'noise', from: 500, to: 4800, width: 0.9, seconds: 0.36, attack: ATTACKS.soft },
  },
];

const BY_ID = new Map(SOUNDS.map((sound) => [sound.id, sound]));

export const soundById = (id: string): Sound | null => BY_ID.get(id) ?? null;
export const soundName = (id: string): Phrase | null => soundById(id)?.name ?? null;
