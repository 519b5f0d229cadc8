import { z } from 'zod';
import { minorDigits, toMinor } from '@/core/event/money';
import { streamEventSchema, type StreamEvent } from '@/core/event/event';
import { cleanText } from '@/core/event/viewer';
import type { Reading } from '@/core/intake/received';
import type { Origin } from './sse-message';
import { selector, type Select } from './json-path';
import { MOST_NODES, TooMuch, type Budget } from './json-path-query';
import { NO_PATTERNS, type Patterns } from './patterns';
import { rejected, viewerFrom } from './reading';
import { phrase, type Phrase } from '@/core/words/phrase';

/* Any other platform: rules say which message is which kind of event, and where in it each field stands. */

export const MAPPED_KINDS = [
  'chat',
  'follow',
  'like',
  'gift',
  'tip',
  'subscribe',
  'giftSubs',
  'share',
  'raid',
  'join',
  'audience',
  'room',
] as const;
export type MappedKind = (typeof MAPPED_KINDS)[number];

export const MAPPED_FIELDS = [
  'id',
  'at',
  'viewerId',
  'viewerHandle',
  'viewerName',
  'text',
  'count',
  'giftId',
  'giftName',
  'unitCoins',
  'amount',
  'amountMinor',
  'currency',
  'months',
  'tier',
  'viewers',
  'watching',
  'state',
] as const;
export type MappedField = (typeof MAPPED_FIELDS)[number];

const WHO: readonly MappedField[] = ['viewerName', 'viewerId', 'viewerHandle'];
/** The fields of each kind: those without which it is no event, and those that it may do without. */
export const KIND_FIELDS: Record<MappedKind, { needs: readonly MappedField[]; may: readonly MappedField[] }> = {
  chat: { needs: ['text', 'viewerName'], may: ['id', 'at', 'viewerId', 'viewerHandle'] },
  follow: { needs: ['viewerName'], may: ['id', 'at', 'viewerId', 'viewerHandle'] },
  like: { needs: [], may: ['count', 'id', 'at', ...WHO] },
  gift: {
    needs: ['giftName', 'viewerName'],
    may: ['unitCoins', 'count', 'giftId', 'id', 'at', 'viewerId', 'viewerHandle'],
  },
  tip: { needs: ['amount', 'currency', 'viewerName'], may: ['text', 'id', 'at', 'viewerId', 'viewerHandle'] },
  subscribe: { needs: ['viewerName'], may: ['text', 'months', 'tier', 'id', 'at', 'viewerId', 'viewerHandle'] },
  giftSubs: { needs: ['count', 'viewerName'], may: ['id', 'at', 'viewerId', 'viewerHandle'] },
  share: { needs: ['viewerName'], may: ['id', 'at', 'viewerId', 'viewerHandle'] },
  raid: { needs: ['viewers', 'viewerName'], may: ['id', 'at', 'viewerId', 'viewerHandle'] },
  join: { needs: ['viewerName'], may: ['id', 'at', 'viewerId', 'viewerHandle'] },
  audience: { needs: ['watching'], may: ['id', 'at'] },
  room: { needs: ['state'], may: ['id', 'at'] },
};

const path = z
  .string()
  .min(1)
  .max(500)
  .refine((text) => selector(text) !== null, 'is no JSONPath (RFC 9535)');

export const ruleSchema = z.object({
  kind: z.enum(MAPPED_KINDS),
  /** Only messages in which this path has this value; null: all. */
  when: z
    .object({ path, is: z.string().max(200) })
    .nullable()
    .default(null),
  /** Where one message holds several: each value that this selects is read as a message of its own; null: the message itself. */
  each: path.nullable().default(null),
  /** Field → the JSONPath to its value. */
  fields: z.partialRecord(z.enum(MAPPED_FIELDS), path).default({}),
  /** Field → a value that is always the same. */
  fixed: z.partialRecord(z.enum(MAPPED_FIELDS), z.string().max(200)).default({}),
});
export type Rule = z.infer<typeof ruleSchema>;

export const mappingSchema = z.object({ rules: z.array(ruleSchema).max(40) });
export type Mapping = z.infer<typeof mappingSchema>;

/** A mapping made ready to read messages. */
export interface Mapper {
  /** Every event in a message. `fallbackId`: the transport's own id of the message, for rules that name none. */
  read: (json: unknown, origin: Origin, fallbackId: string) => Reading[];
}

interface ReadyRule {
  rule: Rule;
  when: { select: Select; is: string } | null;
  each: Select | null;
  fields: [MappedField, Select][];
}

const ready = (rule: Rule, patterns: Patterns): ReadyRule => {
  const must = (text: string): Select => selector(text, patterns) ?? (() => []);
  return {
    rule,
    when: rule.when && { select: must(rule.when.path), is: rule.when.is },
    each: rule.each === null ? null : must(rule.each),
    fields: Object.entries(rule.fields).map(([field, text]) => [field as MappedField, must(text)]),
  };
};

type Values = Partial<Record<MappedField, string>>;

/** Strings, numbers and booleans are values; null, lists and objects are none. */
const asText = (value: unknown): string | undefined =>
  typeof value === 'string'
    ? value
    : typeof value === 'number' && Number.isFinite(value)
      ? String(value)
      : typeof value === 'boolean'
        ? String(value)
        : undefined;

function valuesOf({ rule, fields }: ReadyRule, json: unknown, budget: Budget): Values {
  const values: Values = { ...rule.fixed };
  for (const [field, select] of fields) {
    const value = asText(select(json, budget)[0]);
    if (value !== undefined && value.trim() !== '') values[field] = value;
  }
  return values;
}

const matches = ({ when }: ReadyRule, json: unknown, budget: Budget): boolean =>
  when === null || when.select(json, budget).some((value) => asText(value) === when.is);

/** Seconds, milliseconds or a date: whatever a platform writes, in ms since the epoch; null when it is no time. */
export function readTime(text: string): number | null {
  if (/^\d+(\.\d+)?$/.test(text)) {
    const number = Number(text);
    // Up to 1e11 it is seconds (the year 5138); more is milliseconds, and from 1e14 on microseconds.
    const ms = number < 1e11 ? number * 1000 : number < 1e14 ? number : number / 1000;
    return ms <= 8.64e15 ? Math.round(ms) : null;
  }
  const parsed = Date.parse(text);
  return Number.isFinite(parsed) && parsed >= 0 ? parsed : null;
}

/** What one rule makes of one message: an event, or what it lacks. */
export type Made =
  { event: StreamEvent; missing: MappedField[] } | { event: null; missing: MappedField[]; reason: Phrase };

function make({ rule, fields }: ReadyRule, values: Values, { feed, seenAt }: Origin, fallbackId: string): Made {
  const { needs } = KIND_FIELDS[rule.kind];
  const missing = [...needs, 'id' as const, 'at' as const].filter(
    (field) => values[field] === undefined && !(field === 'amount' && values.amountMinor !== undefined),
  );
  const lacking = missing.filter((field) => field !== 'id' && field !== 'at');
  if (lacking.length > 0)
    return {
      event: null,
      missing,
      reason: phrase('The message has no usable {fields}.', {
        fields: { and: lacking.map((field) => `"${field}"`) },
      }),
    };
  const at = values.at === undefined ? seenAt : readTime(values.at);
  if (at === null) return { event: null, missing, reason: phrase('The time in the message cannot be read.') };
  const number = (field: MappedField, otherwise: number): number =>
    values[field] === undefined ? otherwise : Math.round(Number(values[field]));
  const name = values.viewerName ?? values.viewerHandle;
  // Without an id of the platform's own the handle, or else the name, tells one viewer from another.
  const viewerId = values.viewerId ?? values.viewerHandle ?? name;
  const viewer =
    viewerId === undefined
      ? undefined
      : viewerFrom(viewerId.slice(0, 200), values.viewerHandle ?? '', name ?? viewerId, []);
  const inFields = fields.some(([field]) => field === 'id');
  const id = `${rule.kind}:${values.id === undefined || !inFields ? fallbackId : values.id}`.slice(0, 300);
  const base = { id, feed, at, seenAt: seenAt ?? at, kind: rule.kind, ...(viewer ? { viewer } : {}) };
  const amountMinor =
    values.amountMinor !== undefined
      ? number('amountMinor', 0)
      : toMinor(values.amount ?? '', values.currency?.toUpperCase() ?? '');
  const text = cleanText(values.text ?? '', 2000).trim();
  const message = text === '' ? {} : { message: text };
  const rest: Record<MappedKind, object> = {
    chat: { text: cleanText(values.text ?? '', 2000) },
    follow: {},
    share: {},
    join: {},
    like: { count: number('count', 1) },
    gift: {
      giftId: (values.giftId ?? values.giftName ?? '').slice(0, 100),
      name: cleanText(values.giftName ?? '', 200),
      unitCoins: number('unitCoins', 0),
      count: number('count', 1),
    },
    tip: { amountMinor, currency: values.currency?.toUpperCase(), ...message },
    subscribe: { months: number('months', 1), tier: number('tier', 1), gifted: false, ...message },
    giftSubs: { count: number('count', 1) },
    raid: { viewers: number('viewers', 0) },
    audience: { watching: number('watching', 0) },
    room: { state: roomState(values.state ?? '') },
  };
  const parsed = streamEventSchema.safeParse({ ...base, ...rest[rule.kind] });
  if (parsed.success && !(parsed.data.kind === 'tip' && minorDigits(parsed.data.currency) === null))
    return { event: parsed.data, missing };
  const field = parsed.success ? 'currency' : parsed.error.issues[0]?.path.join('.');
  return {
    event: null,
    missing,
    reason: phrase(
      'The {kind, select, gift {gift} like {like} follow {follow} share {share} join {join} subscribe {subscription} giftSub {gifted subscription} tip {tip} raid {raid} chat {line of chat} audience {audience} other {room}} has no usable "{field}".',
      { kind: rule.kind, field: field || 'content' },
    ),
  };
}

const LIVE = /^(live|online|started|true|1|on)$/i;
const roomState = (text: string): 'live' | 'ended' => (LIVE.test(text.trim()) ? 'live' : 'ended');

const TOO_MUCH = phrase(
  'The mapping’s paths would have to look at more than {most, number} places of this message. Make them narrower: name the fields instead of “..” and “*”.',
  { most: MOST_NODES },
);

/**
 * Makes a mapping ready. A message that no rule speaks of is none of ours and says nothing; one that a rule speaks of and cannot use is bad,
 * and so is one in which the paths would have to look at too much.
 */
export function mapper(mapping: Mapping, patterns: Patterns = NO_PATTERNS): Mapper {
  const rules = mapping.rules.map((rule) => ready(rule, patterns));
  return {
    read(json, origin, fallbackId) {
      const readings: Reading[] = [];
      const budget: Budget = { nodes: MOST_NODES };
      try {
        for (const rule of rules) {
          if (!matches(rule, json, budget)) continue;
          const parts = rule.each ? rule.each(json, budget) : [json];
          parts.forEach((part, n) => {
            const made = make(
              rule,
              valuesOf(rule, part, budget),
              origin,
              rule.each ? `${fallbackId}#${n}` : fallbackId,
            );
            readings.push(made.event ? { kind: 'heard', heard: { event: made.event } } : rejected(made.reason));
          });
        }
      } catch (error) {
        if (!(error instanceof TooMuch)) throw error;
        readings.push(rejected(TOO_MUCH));
      }
      return readings;
    },
  };
}

/** What each rule makes of a sample, for the streamer to see while tapping it together; null: the rule does not speak of it. */
export function tryMapping(
  mapping: Mapping,
  json: unknown,
  seenAt: number,
  patterns: Patterns = NO_PATTERNS,
): (Made | null)[] {
  return mapping.rules
    .map((rule) => ready(rule, patterns))
    .map((rule) => {
      const budget: Budget = { nodes: MOST_NODES };
      try {
        if (!matches(rule, json, budget)) return null;
        const part = rule.each ? rule.each(json, budget)[0] : json;
        return make(rule, valuesOf(rule, part ?? null, budget), { feed: 'sample', seenAt }, 'sample');
      } catch (error) {
        if (!(error instanceof TooMuch)) throw error;
        return { event: null, missing: [], reason: TOO_MUCH };
      }
    });
}
