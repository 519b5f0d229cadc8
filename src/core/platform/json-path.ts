import { parsePath, selectAll, type Budget } from './json-path-query';
import { NO_PATTERNS, type Patterns } from './patterns';

/* JSONPath (RFC 9535) as a mapping uses it. */

const STEP =
  /^(?:\.([\p{L}_][\p{L}\p{N}_]*)|\[(?:'((?:[^'\\]|\\['\\])*)'|"((?:[^"\\]|\\["\\])*)"|(0|[1-9]\d{0,8}))\])/u;
const NAME = /^[\p{L}_][\p{L}\p{N}_]*$/u;

/** The steps of a singular query (RFC 9535, section 2.3.5.1) that needs nothing but names and counts from the front; null for any other. */
function singular(path: string): (string | number)[] | null {
  if (!path.startsWith('$')) return null;
  const steps: (string | number)[] = [];
  for (let rest = path.slice(1); rest !== '';) {
    const found = STEP.exec(rest);
    if (!found) return null;
    const [whole, name, single, double, index] = found;
    steps.push(index !== undefined ? Number(index) : (name ?? (single ?? double ?? '').replace(/\\(.)/g, '$1')));
    rest = rest.slice(whole.length);
  }
  return steps;
}

/**
 * A path made ready: what it selects of a value, at most `MOST` values.
 * @param budget how much of the message may still be visited
 * @throws TooMuch
 */
export type Select = (json: unknown, budget: Budget) => unknown[];

/** No field takes more values than this, and no message holds more events. */
const MOST = 10_000;

/**
 * Makes a path ready. Almost every path that is tapped together is singular, and walking it is some twenty times quicker than a query.
 * @returns null when it is no JSONPath
 */
export function selector(path: string, patterns: Patterns = NO_PATTERNS): Select | null {
  const steps = singular(path);
  if (steps) {
    return (json) => {
      let at: unknown = json;
      for (const step of steps) {
        if (typeof at !== 'object' || at === null) return [];
        if (Array.isArray(at) !== (typeof step === 'number') || !Object.hasOwn(at, step)) return [];
        at = (at as Record<string | number, unknown>)[step];
      }
      return [at];
    };
  }
  const query = parsed(path);
  return query && ((json, budget) => selectAll(query, json, budget, patterns).slice(0, MOST));
}

function parsed(path: string): ReturnType<typeof parsePath> | null {
  try {
    return parsePath(path);
  } catch {
    // No JSONPath: the parser says so by throwing.
    return null;
  }
}

/** The path to a value of a sample: `$.user.name`, with brackets where a name needs them. */
export function pathTo(steps: readonly (string | number)[]): string {
  return `$${steps.map((step) => (typeof step === 'number' ? `[${step}]` : NAME.test(step) ? `.${step}` : `['${step.replace(/[\\']/g, '\\$&')}']`)).join('')}`;
}
