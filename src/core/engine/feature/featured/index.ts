import { z } from 'zod';
import { ROLES, type Role } from '@/core/event/viewer';
import { pushKept } from '@/core/event/kept';
import type { CommandKind, Feature, Host } from '@/core/engine/kernel/feature';

/* The featured line: what one viewer wrote, put on the frame by the streamer. And lines that are kept for later. */

/** So long one stays at most, s. */
const MOST_FEATURED_S = 600;
/** So many are kept for later; then the oldest goes. */
const MOST_KEPT = 100;

/** A line of chat as it was written. */
export interface WrittenLine {
  id: string;
  feed: string;
  viewer: string;
  name: string;
  roles: Role[];
  text: string;
}
/** One that stands on the frame. Times: ms, the engine's clock; `until` null: until it is taken away. */
export interface FeaturedLine extends WrittenLine {
  at: number;
  until: number | null;
}

export interface FeaturedSlice {
  featured: FeaturedLine | null;
  /** Kept for later, oldest first; `at`: when it was kept. */
  keptLines: (WrittenLine & { at: number })[];
}
export type FeaturedHost = Host<object, FeaturedSlice>;

const text = z.string();
const written = z.object({ id: text, feed: text, viewer: text, name: text, roles: z.array(z.enum(ROLES)), text });
const lineShape = {
  id: z.string().min(1).max(600),
  feed: z.string().max(100),
  viewer: z.string().max(300),
  name: z.string().max(300),
  roles: z.array(z.enum(ROLES)).max(ROLES.length),
  text: z.string().min(1).max(400),
};

/** @param seconds 0: it stays until it is taken away */
const featureSchema = z.object({
  command: z.literal('feature'),
  line: z.object(lineShape),
  seconds: z.number().int().min(0).max(MOST_FEATURED_S),
});
const feature: CommandKind<z.infer<typeof featureSchema>, FeaturedHost> = {
  command: 'feature',
  schema: featureSchema,
  run(state, { line, seconds }) {
    state.featured = { ...line, at: state.now, until: seconds === 0 ? null : state.now + seconds * 1000 };
  },
};

const unfeatureSchema = z.object({ command: z.literal('unfeature') });
const unfeature: CommandKind<z.infer<typeof unfeatureSchema>, FeaturedHost> = {
  command: 'unfeature',
  schema: unfeatureSchema,
  run(state) {
    state.featured = null;
  },
};

const keepSchema = z.object({ command: z.literal('keepLine'), line: z.object(lineShape) });
const keepLine: CommandKind<z.infer<typeof keepSchema>, FeaturedHost> = {
  command: 'keepLine',
  schema: keepSchema,
  run({ keptLines, now }, { line }) {
    if (!keptLines.some(({ id }) => id === line.id)) pushKept(keptLines, { ...line, at: now }, MOST_KEPT);
  },
};

const dropSchema = z.object({ command: z.literal('dropLine'), line: lineShape.id });
const dropLine: CommandKind<z.infer<typeof dropSchema>, FeaturedHost> = {
  command: 'dropLine',
  schema: dropSchema,
  run({ keptLines }, { line }) {
    const at = keptLines.findIndex(({ id }) => id === line);
    if (at >= 0) keptLines.splice(at, 1);
  },
};

/** Absent in what earlier versions have saved. */
interface Saved {
  featured?: FeaturedLine | null | undefined;
  keptLines?: FeaturedSlice['keptLines'] | undefined;
}

export const featured = {
  name: 'featured',
  create: (): FeaturedSlice => ({ featured: null, keptLines: [] }),
  saved: {
    featured: written.extend({ at: z.number(), until: z.number().nullable() }).nullable().optional(),
    keptLines: z.array(written.extend({ at: z.number() })).optional(),
  },
  serialize: ({ featured: line, keptLines }): Saved => ({
    ...(line ? { featured: line } : {}),
    ...(keptLines.length > 0 ? { keptLines } : {}),
  }),
  deserialize: ({ featured: line, keptLines = [] }: Saved): FeaturedSlice => ({ featured: line ?? null, keptLines }),
  due: ({ featured: line }) => line?.until ?? Infinity,
  fall(state: FeaturedHost) {
    state.featured = null;
  },
  commands: [feature, unfeature, keepLine, dropLine],
} satisfies Feature<object, FeaturedSlice>;
