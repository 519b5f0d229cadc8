import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { english } from '@/core/words/phrase';
import { diskProblem, makeFolder } from '@/server/embedded/disk';
import { lockFolder } from '@/server/embedded/lock';
import { backUp, putBack, type Outcome } from '@/server/embedded/server-backup';
import { refuse } from './refuse';

interface Asked {
  folder: string;
  data: string;
}

function askedOf(args: readonly string[], usage: string): Asked | string {
  try {
    const { values, positionals } = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: { data: { type: 'string', default: '.gavirn' } },
    });
    const [folder, ...others] = positionals;
    return folder === undefined || others.length > 0
      ? `Which folder? Usage: ${usage}`
      : { folder: resolve(folder), data: resolve(values.data) };
  } catch {
    // An option that there is not.
    return `Usage: ${usage}`;
  }
}

/** Says what came of it; a disk that does not take it is one sentence. */
function said(work: () => Outcome, done: (files: number, bytes: number) => string): number {
  let outcome: Outcome;
  try {
    outcome = work();
  } catch (error) {
    const says = diskProblem(error);
    if (says === null) throw error;
    return refuse(`It could not be written: ${english(says)}.`);
  }
  if (!outcome.ok) return refuse(outcome.reason);
  process.stdout.write(`${done(outcome.files, outcome.bytes)}\n`);
  return 0;
}

/** `./gavirn backup DIR [--data FOLDER]`: copies the data of a server, which may run meanwhile, into a new folder. */
export async function backup(args: readonly string[]): Promise<number> {
  const asked = askedOf(args, './gavirn backup DIR [--data FOLDER]');
  if (typeof asked === 'string') return refuse(asked);
  return said(
    () => backUp(asked.data, asked.folder, Date.now()),
    (files, bytes) =>
      `Copied ${files} files, ${bytes} bytes, to ${asked.folder}. There are keys in them: keep them to yourself.`,
  );
}

/** `./gavirn restore DIR [--data FOLDER]`: puts such a copy in the place of an empty data folder, on which no server runs. */
export async function restore(args: readonly string[]): Promise<number> {
  const asked = askedOf(args, './gavirn restore DIR [--data FOLDER]');
  if (typeof asked === 'string') return refuse(asked);
  makeFolder(asked.data);
  const locked = await lockFolder(asked.data, () => process.exit(1));
  if (!locked.ok) return refuse(english(locked.reason));
  try {
    return said(
      () => putBack(asked.folder, asked.data),
      (files, bytes) => `Put back ${files} files, ${bytes} bytes, in ${asked.data}.`,
    );
  } finally {
    await locked.release();
  }
}
