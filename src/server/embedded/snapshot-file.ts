import { savedStateSchema } from '@/core/session/saved';
import { existsSync, readFileSync } from 'node:fs';
import { z } from 'zod';
import type { SavedRuntime } from '@/server/runtime/runtime';

/* A snapshot as a file: what the first bytes of a journal come to. It is never the truth, only quicker than the lines. */

/** Raised whenever a saved state means something else than before: older snapshots are then left aside, and the lines are read. */
export const SNAPSHOT_VERSION = 2;

const intake = z.object({
  seen: z.object({ older: z.string().nullable(), newer: z.string() }),
  roomId: z.string().nullable(),
  roomLikes: z.number(),
  roomAt: z.number(),
  counters: z.partialRecord(z.enum(['like', 'follow']), z.number()),
  readings: z.number(),
  streaks: z.array(z.tuple([z.string(), z.object({ count: z.number(), at: z.number(), open: z.boolean() })])),
  open: z.array(z.string()),
});
const savedRuntime: z.ZodType<SavedRuntime> = z.object({
  state: savedStateSchema,
  intakes: z.array(z.tuple([z.string(), intake])),
  positions: z.array(z.tuple([z.string(), z.string()])),
  rooms: z.array(z.tuple([z.string(), z.enum(['live', 'off'])])),
  recent: z.array(z.tuple([z.string(), z.array(z.string())])),
});
const snapshotSchema = z.object({
  version: z.literal(SNAPSHOT_VERSION),
  bytes: z.number().int().min(1),
  content: savedRuntime,
});

export const snapshotText = (bytes: number, content: SavedRuntime): string =>
  JSON.stringify({ version: SNAPSHOT_VERSION, bytes, content } satisfies z.infer<typeof snapshotSchema>);

/**
 * Reads a snapshot back.
 * @param size how long the journal is: a snapshot of more belongs to a file that has lost its end
 * @returns null where there is none that can be believed
 */
export function readSnapshot(file: string, size: number): { bytes: number; content: SavedRuntime } | null {
  if (!existsSync(file)) return null;
  let json: unknown;
  try {
    json = JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    // Cut off by a crash, spoilt by the disk, or no file at all: the lines are read instead.
    return null;
  }
  const read = snapshotSchema.safeParse(json);
  return read.success && read.data.bytes <= size ? read.data : null;
}
