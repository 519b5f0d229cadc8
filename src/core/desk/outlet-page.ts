import { z } from 'zod';

/** What a browser may lack, so that an outlet in it does without: moving pictures, any sound, breaks between words of scripts without spaces. */
export const LACKS = ['film', 'sound', 'breaks'] as const;
export type Lack = (typeof LACKS)[number];

/** What an outlet's page says of itself: once it is open, when that changes, and now and then. */
export const outletReportSchema = z.object({
  /** Made by the page, another each time it is loaded. */
  page: z.string().regex(/^[\w-]{8,40}$/),
  /** Of its window, CSS px. */
  width: z.number().int().min(0).max(100_000),
  height: z.number().int().min(0).max(100_000),
  lacks: z.array(z.enum(LACKS)).max(LACKS.length),
  /** The browser lets it sound only once it was touched. */
  blocked: z.boolean(),
  /** What it last played, by its own meter: when (ms, the engine's clock) and how loud at its peak, dBFS. */
  heard: z.object({ at: z.number(), peakDb: z.number().min(-200).max(20) }).nullable(),
});
export type OutletReport = z.infer<typeof outletReportSchema>;

/** A page that an outlet is open in, as the desk knows it. */
export interface OutletPage extends Omit<OutletReport, 'page'> {
  /** The browser and the system that it says it is, such as "Chrome 84, Linux"; '' where it says nothing. */
  browser: string;
}
