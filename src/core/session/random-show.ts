import { carryOverSchema } from '@/core/session/carry-over';
import type { Step } from '@/core/engine/kinds';
import type { z } from 'zod';
import { commandSchema, inputSchema, type Input } from '@/core/session/input';
import { ALWAYS } from '@/core/engine/cue/conditions';
import { ANY } from '@/core/engine/cue/range';
import { EVERYONE } from '@/core/engine/cue/who';
import { streamEventSchema } from '@/core/event/event';
import { spotlight } from '@/core/piece/spotlight';
import { showSchema, type Show } from '@/core/show/show';

/* Valid shows and inputs by chance, for tests: every field and every kind that the schemas know, with values at and between their bounds. */

/** A number from 0 up to 1. */
export type Chance = () => number;

/** Mulberry32 (public domain, constants from memory): the same seed, the same numbers. */
export function chanceOf(seed: number): Chance {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 0x1_0000_0000;
  };
}

const pick = <T>(from: readonly T[], chance: Chance): T => from[Math.floor(chance() * from.length)] as T;

/** Few ids, so that what names another thing often finds it. */
const IDS = ['a', 'b', 'c', 'spotlight'];
const TEXTS = [
  ...IDS,
  '',
  ' ',
  'Inês',
  'ليلى',
  '花子',
  '😀🎉',
  'x'.repeat(40),
  '{viewer} sent {count} {gift}',
  '{viewer, date}',
  '{count, plural, one {{viewer} sent a {gfit}} other {# gifts}}',
  '{count, plural, one {# gift} other {# gifts}}',
  '{count, number, ::currency/XX}',
  '{',
  '!kiln',
  '!kiln cobalt',
  'goal/a',
  'counter/b',
  'countdown/c',
  'points',
  'points/a/b',
  'viewer/coins/a/b',
  'initials',
  'wood-block',
  'three-bells',
  '2026-11-01',
  '2024-02-29',
  'EUR',
  'JPY',
  'KWD',
  'en',
  'pl',
  'ar',
  'Europe/Berlin',
  'America/St_Johns',
  'Pacific/Apia',
  '#1a2b3c',
  '#ffffff',
  '#000000',
  'https://example.org/in',
  'http://127.0.0.1:9/',
  'wss://example.org/socket',
  '$.a',
  '$..b[?@.c]',
  '1080×1920',
  'f'.repeat(64),
  '0'.repeat(64),
  'image/png',
  'M0 0L10 10',
  'gavirn.show',
];

interface Def {
  type: string;
  shape?: Record<string, z.ZodType>;
  element?: z.ZodType;
  innerType?: z.ZodType;
  options?: z.ZodType[];
  entries?: Record<string, string | number>;
  values?: unknown[];
  items?: z.ZodType[];
  keyType?: z.ZodType;
  valueType?: z.ZodType;
  in?: z.ZodType;
  getter?: () => z.ZodType;
  checks?: { _zod: { def: { check: string; value?: number; minimum?: number; maximum?: number } } }[];
}

interface Bounds {
  minimum?: number;
  maximum?: number;
  whole: boolean;
}

// Zod's own description of a schema; its types leave open what each kind holds.
const defOf = (schema: z.ZodType): Def => schema._zod.def as unknown as Def;

/** The bounds that a number, a text or a list has. */
function boundsOf(schema: z.ZodType): Bounds {
  const bounds: Bounds = { whole: false };
  for (const {
    _zod: { def },
  } of defOf(schema).checks ?? []) {
    if (def.check === 'greater_than') bounds.minimum = def.value;
    else if (def.check === 'less_than') bounds.maximum = def.value;
    else if (def.check === 'min_length') bounds.minimum = def.minimum;
    else if (def.check === 'max_length') bounds.maximum = def.maximum;
    else if (def.check === 'number_format') bounds.whole = true;
  }
  return bounds;
}

const fitting = new WeakMap<z.ZodType, string[]>();

function textFor(schema: z.ZodType, chance: Chance): string {
  let fits = fitting.get(schema);
  if (!fits) {
    const { maximum = 200 } = boundsOf(schema);
    fits = [...TEXTS, 'w'.repeat(Math.min(maximum, 5000))].filter((text) => schema.safeParse(text).success);
    if (fits.length === 0) throw new Error(`No text fits: ${JSON.stringify(defOf(schema))}`);
    fitting.set(schema, fits);
  }
  // Mostly ids, so that names meet.
  const ids = fits.filter((text) => IDS.includes(text));
  return ids.length > 0 && chance() < 0.6 ? pick(ids, chance) : pick(fits, chance);
}

function numberFor(schema: z.ZodType, chance: Chance): number {
  const { minimum = -1e6, maximum = 1e6, whole } = boundsOf(schema);
  const least = Math.max(minimum, -1e15);
  const most = Math.min(maximum, 1e15);
  const at = chance();
  const value =
    at < 0.15
      ? least
      : at < 0.3
        ? most
        : at < 0.8
          ? least + chance() * Math.min(most - least, 12)
          : least + chance() * (most - least);
  return whole ? Math.min(most, Math.max(least, Math.round(value))) : value;
}

/** How deep a value may nest before lists stay empty. */
const DEEPEST = 14;

/** Conditions of a schema's own, which its bounds do not say. */
const hasCondition = (schema: z.ZodType): boolean =>
  (defOf(schema).checks ?? []).some(({ _zod: { def } }) => def.check === 'custom');

/** A value that a schema takes. */
export function valueFor<T>(schema: z.ZodType<T>, chance: Chance, depth = 0): T {
  if (depth > 0 && !hasCondition(schema)) return rawFor(schema, chance, depth) as T;
  for (let tries = 0; tries < 60; tries += 1) {
    const value = rawFor(schema, chance, depth);
    const read = schema.safeParse(value);
    if (read.success) return value as T;
  }
  throw new Error(
    `Nothing fits ${defOf(schema).type}: ${JSON.stringify(schema.safeParse(rawFor(schema, chance, depth)).error?.issues).slice(0, 500)}`,
  );
}

function rawFor(schema: z.ZodType, chance: Chance, depth: number): unknown {
  const def = defOf(schema);
  const inner = (): unknown => valueFor(def.innerType as z.ZodType, chance, depth + 1);
  switch (def.type) {
    case 'object':
      return Object.fromEntries(
        Object.entries(def.shape ?? {})
          .map(([name, field]) => [name, valueFor(field, chance, depth + 1)])
          .filter(([, value]) => value !== undefined),
      );
    case 'array':
      return listFor(schema, def.element as z.ZodType, chance, depth);
    case 'union':
      return valueFor(pick(def.options ?? [], chance), chance, depth + 1);
    case 'optional':
      return chance() < 0.4 ? undefined : inner();
    case 'nullable':
      return chance() < 0.3 ? null : inner();
    case 'default':
    case 'prefault':
    case 'readonly':
    case 'nonoptional':
      return inner();
    case 'enum':
      return pick(Object.values(def.entries ?? {}), chance);
    case 'literal':
      return pick(def.values ?? [], chance);
    case 'boolean':
      return chance() < 0.5;
    case 'string':
      return textFor(schema, chance);
    case 'number':
      return numberFor(schema, chance);
    case 'null':
      return null;
    case 'tuple':
      return (def.items ?? []).map((item) => valueFor(item, chance, depth + 1));
    case 'record': {
      const keys = defOf(def.keyType as z.ZodType);
      const names =
        keys.type === 'enum'
          ? Object.values(keys.entries ?? {}).map(String)
          : Array.from({ length: Math.floor(chance() * 3) }, () =>
              String(valueFor(def.keyType as z.ZodType, chance, depth + 1)),
            );
      return Object.fromEntries(
        names
          .filter(() => keys.type !== 'enum' || schema.safeParse({}).success === false || chance() < 0.5)
          .map((name) => [name, valueFor(def.valueType as z.ZodType, chance, depth + 1)]),
      );
    }
    case 'pipe':
      return valueFor(def.in as z.ZodType, chance, depth);
    case 'lazy':
      return valueFor((def.getter as () => z.ZodType)(), chance, depth);
    case 'unknown':
    case 'any':
      return 'a';
    default:
      throw new Error(`No values are made for a schema of the kind "${def.type}".`);
  }
}

function listFor(schema: z.ZodType, element: z.ZodType, chance: Chance, depth: number): unknown[] {
  const { minimum = 0, maximum = 4 } = boundsOf(schema);
  const wanted = depth > DEEPEST ? 0 : chance() < 0.1 ? 0 : Math.floor(chance() * 5);
  return Array.from({ length: Math.max(minimum, Math.min(maximum, wanted)) }, () =>
    valueFor(element, chance, depth + 1),
  );
}

/** Ids that lie apart, as an editor gives them; now and then two are the same, as a file may have it. */
const named = <T extends { id: string }>(list: readonly T[], chance: Chance): T[] =>
  list.map((each, n) => (chance() < 0.9 ? { ...each, id: IDS[n % IDS.length] ?? each.id } : each));

/** A show by chance, in which most cues may fire: with nothing but chance, something would nearly always hold them back. */
export function randomShow(chance: Chance): Show {
  const show = valueFor(showSchema, chance);
  const place = { ...valueFor(spotlight.schema, chance), id: 'spotlight' };
  const seen = (step: Step): Step =>
    step.kind === 'show' && chance() < 0.8 ? { ...step, spotlight: 'spotlight' } : step;
  const free = (cue: Show['cues'][number]): Show['cues'][number] =>
    chance() < 0.7
      ? {
          ...cue,
          on: true,
          holds: ALWAYS,
          who: EVERYONE,
          feeds: [],
          when: chance() < 0.5 ? (ANYTHING[Math.floor(chance() * ANYTHING.length)] ?? cue.when) : cue.when,
          steps: cue.steps.map(seen),
        }
      : cue;
  return {
    ...show,
    feeds: named(show.feeds, chance).map((feed) => ({ ...feed, on: true })),
    pieces: [...named(show.pieces, chance), ...(chance() < 0.8 ? [place] : [])],
    cues: named(show.cues, chance).map(free),
    goals: named(show.goals, chance),
    counters: named(show.counters, chance),
    countdowns: named(show.countdowns, chance),
    lanterns: named(show.lanterns, chance),
    draws: named(show.draws, chance),
    teams: named(show.teams, chance),
    scenes: named(show.scenes, chance),
    points: { ...show.points, on: chance() < 0.8 },
  };
}

/** What nearly every input of its kind sets off. */
const ANYTHING: readonly Show['cues'][number]['when'][] = [
  { kind: 'chat', how: 'contains', text: '' },
  { kind: 'gift', gifts: [], coins: ANY, at: 'step' },
  { kind: 'follow' },
  { kind: 'every', every: 1, of: 'likes', by: 'viewer', within: 0 },
  { kind: 'goal', goal: '' },
  { kind: 'counter', counter: '', reaches: 1 },
  { kind: 'press', name: 'Press' },
  { kind: 'first' },
  { kind: 'clock', minutes: 1 },
  { kind: 'session', what: 'begins' },
  { kind: 'scene', scene: '' },
  { kind: 'level', which: 'each', level: 2 },
];

const NOW = 1_795_000_000_000;

/** What happens in a session, by chance: the inputs in the order of time, a session's beginning first. */
export function randomInputs(show: Show, count: number, chance: Chance): Input[] {
  let at = NOW;
  const inputs: Input[] = [
    { input: 'begin', at, session: 'a', ...(chance() < 0.3 ? { lasting: valueFor(carryOverSchema, chance) } : {}) },
  ];
  for (const { id } of show.draws) inputs.push({ input: 'seed', at, draw: id, seed: '0'.repeat(64) });
  while (inputs.length < count) {
    at += Math.floor(chance() < 0.1 ? chance() * 40 * 86_400_000 : chance() * 5000);
    inputs.push(oneInput(show, at, chance));
  }
  return inputs;
}

function oneInput(show: Show, at: number, chance: Chance): Input {
  const which = chance();
  if (which < 0.6) {
    const event = valueFor(streamEventSchema, chance);
    return {
      input: 'event',
      at,
      event: {
        ...event,
        feed: show.feeds.length > 0 && chance() < 0.8 ? pick(show.feeds, chance).id : 'a',
        at: at - Math.floor(chance() * 2000),
        seenAt: at,
      },
    };
  }
  if (which < 0.8) return { input: 'command', at, command: valueFor(commandSchema, chance) };
  if (which < 0.85)
    return {
      input: 'show',
      at,
      show:
        chance() < 0.5
          ? randomShow(chance)
          : { ...show, cues: show.cues.slice(0, Math.floor(chance() * show.cues.length)) },
    };
  if (which < 0.9) return { input: 'tick', at };
  // Any other kind: its time is put right, and a fault names nothing of what comes after it.
  const other = valueFor(inputSchema, chance);
  return { ...other, at };
}
