import { z } from 'zod';
import type { StreamEvent } from '@/core/event/event';
import { amountWords } from '@/core/event/money';
import { wordValuesSchema } from '@/core/words/values';
import type { WordValues } from '@/core/words/fields';

/* What name plates name: the latest, the largest and the first of each kind. */

export const NOTABLE_KINDS = ['follow', 'gift', 'subscribe', 'giftSubs', 'tip', 'raid', 'share'] as const;
export type NotableKind = (typeof NOTABLE_KINDS)[number];
const isNotable = (kind: StreamEvent['kind']): kind is NotableKind =>
  (NOTABLE_KINDS as readonly string[]).includes(kind);

const notableSchema = z.object({
  /** The event's own; a streak is one, from its first step to its last. */
  id: z.string().max(620),
  feed: z.string().max(100),
  viewer: z.string().max(200),
  at: z.number(),
  /** What "largest" goes by: coins, worth, viewers, months; 1 where there is nothing to compare. */
  size: z.number(),
  values: wordValuesSchema,
});
export type Notable = z.infer<typeof notableSchema>;

/** Newest first; `first` and `largest` hold one at most. */
export const notablesSchema = z.object({
  latest: z.array(notableSchema).max(10),
  first: z.array(notableSchema).max(1),
  largest: z.array(notableSchema).max(1),
});
export type Notables = z.infer<typeof notablesSchema>;

/** So many of the latest are kept of each kind. */
export const KEPT = 10;

/** How an event is told on a plate, and how large it is; null when it names nobody. @param worth thousandths of a minor unit */
function told(event: StreamEvent, worth: number, language: string): { size: number; values: WordValues } | null {
  if (!event.viewer) return null;
  const { name: viewer, handle } = event.viewer;
  switch (event.kind) {
    case 'gift':
      return event.count === 0
        ? null
        : {
            size: event.count * event.unitCoins,
            values: { viewer, handle, gift: event.name, count: event.count, total: event.count * event.unitCoins },
          };
    case 'follow':
    case 'share':
      return { size: 1, values: { viewer, handle } };
    case 'subscribe':
      return event.gifted ? null : { size: event.months, values: { viewer, handle, months: event.months } };
    case 'giftSubs':
      return { size: event.count, values: { viewer, handle, count: event.count } };
    case 'tip':
      return {
        size: worth,
        values: { viewer, handle, worth: amountWords(event.amountMinor, event.currency, language) },
      };
    case 'raid':
      return { size: event.viewers, values: { viewer, handle, count: event.viewers } };
    default:
      return null;
  }
}

/** Later ones first; of the same moment by id, so that the order in which they come decides nothing. */
export const later = (a: Notable, b: Notable): number => b.at - a.at || (a.id < b.id ? -1 : 1);

interface NotableState {
  notables: Map<NotableKind, Notables>;
  show: { language: string };
}

/** Takes note of an event, in place. A streak that grows is the same one, only larger. */
export function noteNotable({ notables, show }: NotableState, event: StreamEvent, worth: number): void {
  if (!isNotable(event.kind)) return;
  const what = told(event, worth, show.language);
  if (!what || !event.viewer) return;
  let of = notables.get(event.kind);
  if (!of) {
    of = { latest: [], first: [], largest: [] };
    notables.set(event.kind, of);
  }
  const streak = event.kind === 'gift' && event.streakId !== undefined;
  const id = streak ? `${event.feed}/${event.streakId}` : event.id;
  // Only a streak comes again.
  const known = streak
    ? (of.latest.find((each) => each.id === id) ?? of.largest.find((each) => each.id === id))
    : undefined;
  const size = what.size + (known?.size ?? 0);
  const values: WordValues = known
    ? { ...what.values, count: Number(what.values.count ?? 0) + Number(known.values.count ?? 0), total: size }
    : what.values;
  const notable: Notable = {
    id,
    feed: event.feed,
    viewer: event.viewer.id,
    at: Math.max(event.at, known?.at ?? 0),
    size,
    values,
  };
  const { latest } = of;
  const [newest] = latest;
  if (!known && (!newest || later(notable, newest) < 0)) {
    // Most come in their order.
    latest.unshift(notable);
    if (latest.length > KEPT) latest.pop();
  } else of.latest = [notable, ...latest.filter((each) => each.id !== id)].sort(later).slice(0, KEPT);
  const [first] = of.first;
  if (!first || event.at < first.at || (event.at === first.at && id < first.id) || first.id === id)
    of.first = [{ ...notable, at: first?.id === id ? Math.min(first.at, event.at) : event.at }];
  const [largest] = of.largest;
  // Of two as large the earlier one stays.
  if (!largest || largest.id === id || size > largest.size || (size === largest.size && later(notable, largest) > 0))
    of.largest = [notable];
}
