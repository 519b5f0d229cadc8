import { z } from 'zod';
import type { Report } from '@/core/rehearsal/report';
import { engineClock } from '@/ui/data/desk';
import { keepSetting, readSetting } from '@/ui/data/setting';

const schema = z.object({ at: z.number(), longestWaitMs: z.number(), unthanked: z.number() });
/** When a show was last rehearsed in this browser (ms, the engine's clock), and what came of it. */
export type LastRehearsal = z.infer<typeof schema>;

const keyOf = (show: string): string => `gavirn.rehearsed.${show}`;

export const keepRehearsed = (show: string, { longestWaitMs, unthanked }: Report): void =>
  keepSetting(keyOf(show), JSON.stringify({ at: engineClock.now(), longestWaitMs, unthanked } satisfies LastRehearsal));

/** Null where it was not, or where what was kept cannot be read. */
export function lastRehearsal(show: string): LastRehearsal | null {
  const kept = readSetting(keyOf(show));
  if (kept === null) return null;
  try {
    return schema.safeParse(JSON.parse(kept)).data ?? null;
  } catch {
    // Not JSON: something else wrote there.
    return null;
  }
}
