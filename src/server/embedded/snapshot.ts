import { execFile } from 'node:child_process';
import { constants, setPriority } from 'node:os';
import { dirname, join } from 'node:path';
import { readBack, snapshotFile } from './journal-files';
import { writeWhole } from './disk';
import { snapshotText } from './snapshot-file';
import { Runtime } from '@/server/runtime/runtime';

/**
 * Keeps what the first `bytes` of a journal come to, so that reading it back stays short. The lines are read from the disk on top of
 * the last snapshot: nothing of the running session is needed.
 */
export function takeSnapshot(folder: string, number: number, bytes: number): void {
  const reread = () => readBack(folder, number, bytes);
  const recovered = reread();
  const [first] = recovered.inputs;
  const show = recovered.snapshot?.state.show ?? (first?.input === 'show' ? first.show : null);
  if (!show) throw new Error('The journal does not begin with its show.');
  writeWhole(
    snapshotFile(folder, number),
    snapshotText(recovered.bytes, Runtime.readBack(show, recovered, reread).serialize()),
  );
}

/** The program that takes one: beside the server's own, or from its source where that runs from its source too. */
function program(): string[] {
  const [, own = ''] = process.argv;
  return own.endsWith('.mjs')
    ? [join(dirname(own), 'snapshot.mjs')]
    : ['--import', 'tsx', join(process.cwd(), 'src/server/embedded/snapshot-main.ts')];
}

/**
 * Takes a snapshot in a process of its own: for a long session it is hundreds of milliseconds of work, in which no feed would be heard.
 * @returns how to stop it, and a promise that resolves when it is done, whether it succeeded or not: the lines are the truth, and
 * without a snapshot reading them back takes longer
 */
export function snapshotApart(
  folder: string,
  number: number,
  bytes: number,
): { stop: () => void; done: Promise<void> } {
  const stop = new AbortController();
  const done = new Promise<void>((resolve) => {
    const child = execFile(
      process.execPath,
      [...program(), folder, String(number), String(bytes)],
      { signal: stop.signal },
      () => resolve(),
    );
    // It can wait; the feeds cannot.
    if (child.pid !== undefined) setPriority(child.pid, constants.priority.PRIORITY_BELOW_NORMAL);
  });
  return { stop: () => stop.abort(), done };
}
