import { z } from 'zod';
import { PLAIN } from '@/core/engine/alert/plan';
import { ANY } from '@/core/engine/cue/range';
import { SHOW_FORMAT, SHOW_VERSION, showSchema, type Show } from './show';
import { sizeProblem } from './size';
import { listed, LISTS } from './listed';
import { phrase, type Phrase } from '@/core/words/phrase';

export type ReadShow = { ok: true; show: Show } | { ok: false; reason: Phrase };

/**
 * One step from a version to the next, keyed by the version it starts from. A file of any earlier version passes through all that
 * follow.
 */
type Migration = (show: Record<string, unknown>) => Record<string, unknown>;
const MIGRATIONS: Readonly<Record<number, Migration>> = {
  // 1 → 2: feeds of several platforms, with rates; one person on several. A feed of version 1 is one of Brindle's.
  1: (show) => ({ money: { currency: 'EUR', rates: {} }, people: [], ...show }),
  // 2 → 3: cues for any moment, spotlights with a plan for their queue, one outlet that sounds.
  2: (show) => ({
    ...show,
    cues: each(show.cues, (cue) => ({ ...cue, when: whenOfTwo(cue.when) })),
    pieces: each(show.pieces, (piece) => (piece.kind === 'spotlight' ? { queue: PLAIN, ...piece } : piece)),
    outlets: each(show.outlets, (outlet, n) => ({ sounds: n === 0, ...outlet })),
  }),
};

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What is no list, or no object in it, stays as it is: the schema says what is wrong with it. */
const each = (list: unknown, change: (item: Record<string, unknown>, n: number) => Record<string, unknown>): unknown =>
  Array.isArray(list) ? list.map((item: unknown, n) => (isRecord(item) ? change(item, n) : item)) : list;

/** A "when" of version 2: one gift or any, and likes of one viewer. */
function whenOfTwo(when: unknown): unknown {
  if (!isRecord(when)) return when;
  if (when.kind === 'gift' && 'gift' in when)
    return { kind: 'gift', gifts: when.gift === null ? [] : [when.gift], coins: ANY, at: 'step' };
  if (when.kind === 'likes') return { kind: 'every', every: when.every, of: 'likes', by: 'viewer', within: 0 };
  return when;
}

/** Brings a document from `version` to `to` through `steps`; null when a step is missing. */
export function migrate(
  document: Record<string, unknown>,
  version: number,
  to: number,
  steps: Readonly<Record<number, Migration>>,
): Record<string, unknown> | null {
  let now = document;
  for (let from = version; from < to; from += 1) {
    const step = steps[from];
    if (!step) return null;
    now = { ...step(now), version: from + 1 };
  }
  return now;
}

const header = z.looseObject({ format: z.literal(SHOW_FORMAT), version: z.number().int().min(1) });

/** Reads a show file (docs/show-document.md). Whatever it holds, the answer is a show or a sentence. */
export function readShow(text: string): ReadShow {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return { ok: false, reason: phrase('This is not a show file: its JSON cannot be read. Nothing was changed.') };
  }
  return readShowDocument(json);
}

/** The same for a document that is JSON already. */
export function readShowDocument(json: unknown): ReadShow {
  const head = header.safeParse(json);
  if (!head.success)
    return {
      ok: false,
      reason: phrase(
        'This is not a show file. A show file is what "Save as a file" in Shows makes. Nothing was changed.',
      ),
    };
  if (head.data.version > SHOW_VERSION) {
    return {
      ok: false,
      reason: phrase(
        'This show was saved by a later Gavirn (version {version}; this one reads up to {showVersion}). Update Gavirn, then open it again. Nothing was changed.',
        { version: head.data.version, showVersion: SHOW_VERSION },
      ),
    };
  }
  const tooLarge = sizeProblem(head.data);
  if (tooLarge !== null) return { ok: false, reason: phrase('{tooLarge} Nothing was changed.', { tooLarge }) };
  const parsed = showSchema.safeParse(migrate(head.data, head.data.version, SHOW_VERSION, MIGRATIONS));
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    return {
      ok: false,
      reason: phrase('The show file has a part that cannot be used: {path}. Nothing was changed.', {
        path: issue?.path.join(' › ') || 'its content',
      }),
    };
  }
  const doubled = doubledId(parsed.data);
  return doubled
    ? { ok: false, reason: phrase('The show file names "{doubled}" twice. Nothing was changed.', { doubled }) }
    : { ok: true, show: parsed.data };
}

function doubledId(show: Show): string | null {
  for (const list of [
    show.feeds,
    show.pieces,
    show.scenes,
    show.cues,
    show.teams,
    show.outlets,
    show.media,
    ...LISTS.map(({ list }) => listed(show, list)),
  ]) {
    const seen = new Set<string>();
    for (const { id } of list) {
      if (seen.has(id)) return id;
      seen.add(id);
    }
  }
  return null;
}
