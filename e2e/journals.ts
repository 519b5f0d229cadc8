import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { until, type World } from './world';

/**
 * Waits until it is on the disk where a feed's stream stands. A server that is killed before that, or a crowd that begins before that, has a
 * beginning that nobody can know.
 */
export async function placeKept(world: World): Promise<void> {
  await until(
    async () =>
      readdirSync(world.data, { recursive: true, encoding: 'utf8' })
        .filter((name) => name.endsWith('.journal'))
        .some((name) => readFileSync(join(world.data, name), 'utf8').includes('"position":')),
    (kept) => kept,
  );
}
