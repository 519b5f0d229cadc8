import { KIT } from '@/core/engine/features';
import { carriedListsOf, MOST_CARRIED, type CarryOver } from '@/core/session/carry-over';
import { phrase, type Phrase } from '@/core/words/phrase';

/* What earlier sessions left as lines of JSON, each with some entries of one list: it may be tens of megabytes, and is written and read piece by piece. */

const ENTRIES_A_LINE = 500;
/** One line is no longer than this, UTF-16 units. */
export const LONGEST_LINE = 4 << 20;

const LISTS = carriedListsOf(KIT);
const isList = (name: string): boolean => name in LISTS;
/** Whether a list is there also when nothing is in it. */
function isAlwaysThere(name: string): boolean {
  const none = LISTS[name]?.safeParse(undefined);
  return !none?.success || none.data !== undefined;
}

export function* carryOverLines(lasting: CarryOver): Generator<string> {
  for (const [of, list] of Object.entries(lasting) as [string, unknown[]][]) {
    for (let from = 0; from < list.length; from += ENTRIES_A_LINE)
      yield `${JSON.stringify({ of, entries: list.slice(from, from + ENTRIES_A_LINE) })}\n`;
  }
}

/** Takes lines one after another and puts together what they hold. */
export class CarryOverReader {
  private readonly lists: Record<string, unknown[]> = Object.fromEntries(
    Object.keys(LISTS)
      .filter(isAlwaysThere)
      .map((name) => [name, []]),
  );

  /** @returns why a line cannot be used, in a sentence; null when it can */
  take(line: string): Phrase | null {
    if (line.length > LONGEST_LINE) return phrase('A line of what earlier sessions left is too long.');
    let json: unknown;
    try {
      json = JSON.parse(line);
    } catch {
      // Cut off, or no JSON.
      return phrase('What earlier sessions left was expected, as lines of JSON.');
    }
    if (
      typeof json !== 'object' ||
      json === null ||
      !('of' in json) ||
      !('entries' in json) ||
      typeof json.of !== 'string' ||
      !isList(json.of)
    )
      return phrase('What earlier sessions left was expected, as lines of JSON.');
    const entries = LISTS[json.of]?.safeParse(json.entries);
    if (!entries?.success)
      return phrase('What earlier sessions left has a part that cannot be used: {of}.', { of: json.of });
    const list = (this.lists[json.of] ??= []);
    if (list.length + entries.data.length > (MOST_CARRIED[json.of] ?? Infinity))
      return phrase('That is more than earlier sessions can have left.');
    for (const entry of entries.data) list.push(entry);
    return null;
  }

  get lasting(): CarryOver {
    // Each entry has the form of its list.
    return this.lists as unknown as CarryOver;
  }
}
