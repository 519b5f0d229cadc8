import { getParser } from 'bowser';
import type { OutletPage, OutletReport } from '@/core/desk/outlet-page';

/** A page says something every 30 s; of one that has been silent for this long it is not known whether it is there, ms. */
export const SILENT_MS = 75_000;
/** So many pages of one outlet are remembered: whoever has its address could make up more. */
const MOST_PAGES = 20;
const UA_LENGTH = 400;

/** The pages that a show's outlets are open in, by what they say of themselves. Of no session: nothing of it is kept. */
export class OutletPages {
  private readonly of = new Map<string, Map<string, { at: number; says: OutletPage }>>();

  /** @param agent the request's User-Agent; @param now ms; @returns whether anything is another than before */
  report(outlet: string, { page, ...report }: OutletReport, { agent, now }: { agent: string; now: number }): boolean {
    const pages = this.of.get(outlet) ?? new Map<string, { at: number; says: OutletPage }>();
    // Outlets that the show has no more are forgotten with their pages.
    for (const [id, known] of this.of)
      if ([...known.values()].every(({ at }) => now - at >= SILENT_MS)) this.of.delete(id);
    this.of.set(outlet, pages);
    const says = { ...report, browser: browserName(agent) };
    const before = pages.get(page);
    pages.delete(page);
    pages.set(page, { at: now, says });
    for (const oldest of pages.keys()) {
      if (pages.size <= MOST_PAGES) break;
      pages.delete(oldest);
    }
    return JSON.stringify(before?.says) !== JSON.stringify(says);
  }

  /** Its stream has ended; a page that has lost it for a moment says again how it is. */
  left(outlet: string, page: string): void {
    this.of.get(outlet)?.delete(page);
  }

  list(outlet: string, now: number): OutletPage[] {
    const pages = this.of.get(outlet)?.values() ?? [];
    return [...pages].filter(({ at }) => now - at < SILENT_MS).map(({ says }) => says);
  }
}

/** The browser and the system that a User-Agent tells of: "Chrome 84, Linux". */
export function browserName(agent: string): string {
  if (agent === '') return '';
  const parser = getParser(agent.slice(0, UA_LENGTH));
  const { name, version } = parser.getBrowser();
  const os: unknown = parser.getOSName();
  return [[name, version?.split('.')[0]].filter(Boolean).join(' '), typeof os === 'string' ? os : '']
    .filter((part) => part !== '')
    .join(', ')
    .slice(0, 60);
}
