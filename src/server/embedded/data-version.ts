import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { writeWhole } from './disk';

/* Which form a data folder has: a version of Gavirn that does not know it must not touch it. */

export const DATA_VERSION = 1;
const FILE = 'gavirn.json';
const fileSchema = z.object({ format: z.literal('gavirn.data'), version: z.number().int().min(1) });

/**
 * Looks whether a data folder is one that this version can use, and marks one that has no mark yet (of an earlier version, or empty).
 * Throws where the disk does not take the mark.
 * @returns why not, in a sentence; null: it is
 */
export function dataProblem(folder: string): string | null {
  const file = join(folder, FILE);
  if (!existsSync(file)) {
    writeWhole(file, `${JSON.stringify({ format: 'gavirn.data', version: DATA_VERSION })}\n`);
    return null;
  }
  let json: unknown;
  try {
    json = JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    // Cut off, spoilt, or no file that may be read.
    json = null;
  }
  const read = fileSchema.safeParse(json);
  if (!read.success)
    return `${file} cannot be read, so it is not known which version of Gavirn wrote the folder. If it was this one or an earlier one, remove the file and start again.`;
  if (read.data.version > DATA_VERSION)
    return `The data folder ${folder} was written by a later version of Gavirn (form ${read.data.version}; this one knows ${DATA_VERSION}). Nothing of it was changed. Start that version, or put back a backup of before.`;
  return null;
}
