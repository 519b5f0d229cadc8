import { existsSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { english } from '@/core/words/phrase';
import { diskProblem, makeFolder } from '@/server/embedded/disk';

/** Why a data folder cannot be written now, in a few words; null: it can. It is made if it is not there. */
export function whyNotUsable(data: string): string | null {
  const probe = join(data, `.probe.${process.pid}`);
  try {
    makeFolder(data);
    writeFileSync(probe, '', { mode: 0o600 });
    rmSync(probe);
    return null;
  } catch (error) {
    // A fault of the disk or its rights: nothing could be kept.
    if (existsSync(probe)) rmSync(probe, { force: true });
    return english(diskProblem(error) ?? (error instanceof Error ? error.message : String(error)));
  }
}

/** It is looked at most so often, ms: anyone may ask. */
const LOOK_EVERY_MS = 2000;

/** The same, for those who ask again and again. */
export function watchedFolder(data: string): () => string | null {
  let looked = -Infinity;
  let why: string | null = null;
  return () => {
    if (performance.now() - looked < LOOK_EVERY_MS) return why;
    looked = performance.now();
    const cannot = whyNotUsable(data);
    why = cannot === null ? null : `The data folder cannot be written: ${cannot}.`;
    return why;
  };
}
