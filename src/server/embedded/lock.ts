import { readFileSync, readlinkSync, rmSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { lock } from 'proper-lockfile';
import type { Sayable } from '@/core/words/phrase';

/** A lock whose owner has not touched it for so long was left by a crash, ms. It is touched four times as often. */
const STALE_MS = 10_000;

export type Locked = { ok: true; release: () => Promise<void> } | { ok: false; reason: Sayable };

/**
 * Takes a data folder for this process alone. Two servers on one folder would each count half. On one machine the system itself says
 * whether the owner still runs, so that a lock left by a crash is taken over at once; another machine's is waited for.
 * @param lost called when the lock was taken away meanwhile: the folder must not be written any more
 */
export async function lockFolder(folder: string, lost: (error: Error) => void): Promise<Locked> {
  const taken = {
    ok: false as const,
    reason: `Another Gavirn server uses the folder ${folder}. Stop it first, or choose another folder with --data.`,
  };
  const machine = thisMachine();
  const claim =
    machine === null
      ? null
      : await claimName(`gavirn-${createHash('sha256').update(folder).digest('hex').slice(0, 32)}`);
  if (claim === 'taken') return taken;
  const owner = join(folder, 'lock.owner');
  // The owner was on this machine, and does not hold its name any more: it is gone.
  if (claim && read(owner) === machine) rmSync(join(folder, 'lock'), { recursive: true, force: true });
  try {
    const release = await lock(folder, {
      lockfilePath: join(folder, 'lock'),
      stale: STALE_MS,
      update: STALE_MS / 4,
      realpath: false,
      retries: { retries: 6, minTimeout: 500, maxTimeout: 3000 },
      onCompromised: lost,
    });
    writeFileSync(owner, machine ?? '', { mode: 0o600 });
    return {
      ok: true,
      release: async () => {
        await release();
        rmSync(owner, { force: true });
        claim?.close();
      },
    };
  } catch (error) {
    claim?.close();
    if (error instanceof Error && 'code' in error && error.code === 'ELOCKED') return taken;
    throw error;
  }
}

/** What tells this machine, since it was started, from every other; null where the system does not say. */
function thisMachine(): string | null {
  try {
    return `${readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim()} ${readlinkSync('/proc/self/ns/net')}`;
  } catch {
    // No Linux: the lock's own time decides.
    return null;
  }
}

function read(file: string): string | null {
  try {
    return readFileSync(file, 'utf8');
  } catch {
    // There is none: nobody has locked the folder, or somebody who does not say where.
    return null;
  }
}

/** Holds a name of the system's own (an abstract socket of Linux) for as long as this process lives; the system gives it to one at a time. */
function claimName(name: string): Promise<{ close: () => void } | 'taken' | null> {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', (error: NodeJS.ErrnoException) => resolve(error.code === 'EADDRINUSE' ? 'taken' : null));
    server.listen({ path: `\0${name}` }, () => resolve({ close: () => void server.close() }));
    server.unref();
  });
}
