import { TZDate } from '@date-fns/tz';
import { subDays } from 'date-fns/subDays';
import { z } from 'zod';

/* When which of a home's shows is put on by itself, and whether it is asked as a session begins. */

const id = z.string().min(1).max(100);

/** A show is put on at a time of certain days, and stays on until another is. */
export const slotSchema = z.object({
  id,
  /** Which of the home's shows. */
  show: id,
  /** 1 Monday … 7 Sunday (ISO 8601). */
  days: z.array(z.number().int().min(1).max(7)).min(1).max(7),
  /** "19:30", by the home's clock. */
  at: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/),
});
export type Slot = z.infer<typeof slotSchema>;

export const MOST_SLOTS = 30;
export const planSchema = z.object({
  slots: z.array(slotSchema).max(MOST_SLOTS),
  /** It is asked which show it is as a session begins. */
  asks: z.boolean(),
  /** When it was changed last, ms UTC: what should have happened before then does not. */
  since: z.number().int().min(0).max(8.64e15),
});
export type Plan = z.infer<typeof planSchema>;

/** What was to be put on last at a moment, and since when, ms UTC; null: nothing was. Of two at one time, the one that stands lower. */
export function slotAt(slots: readonly Slot[], now: number, zone: string): { show: string; at: number } | null {
  let last: { show: string; at: number } | null = null;
  const today = new TZDate(now, zone || 'UTC');
  for (let back = 0; back <= 7; back += 1) {
    const day = subDays(today, back);
    for (const { show, days, at: time } of slots) {
      if (!days.includes(day.getDay() || 7)) continue;
      const [hour = 0, minute = 0] = time.split(':').map(Number);
      const at = new TZDate(day.getFullYear(), day.getMonth(), day.getDate(), hour, minute, zone || 'UTC').getTime();
      if (at <= now && (last === null || at >= last.at)) last = { show, at };
    }
    // No earlier day has anything later.
    if (last) return last;
  }
  return null;
}
