import type { z } from 'zod';

/* Values by chance that a schema takes, for tests: every field and every kind that it knows, with values at and between its bounds. */

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

export const pick = <T>(from: readonly T[], chance: Chance): T => from[Math.floor(chance() * from.length)] as T;

/** Few ids, so that what names another thing often finds it. */
export const IDS = ['a', 'b', 'c', 'spotlight'];
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
  '19:30',
  '471',
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
    case 'record':
      return recordFor(schema, def, chance, depth);
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

function recordFor(schema: z.ZodType, def: Def, chance: Chance, depth: number): Record<string, unknown> {
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
