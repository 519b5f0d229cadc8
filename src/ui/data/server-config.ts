import { z } from 'zod';
import { ask } from './api';
import { readJson, writeJson } from './storage';

const configSchema = z.object({
  demo: z.boolean(),
  standins: z.boolean(),
  /** The server can make speech. */
  speaks: z.boolean().optional(),
});
/** What the app must know of its server. */
export type ServerConfig = z.infer<typeof configSchema>;

const KEY = 'server';
const NOTHING: ServerConfig = { demo: false, standins: false };
/** Without a net, or in a dead spot of it, the show is opened all the same after this, ms. */
const WAIT_MS = 1200;

/** As the server says or, where it does not answer soon, as it said the last time. */
export async function readConfig(): Promise<ServerConfig> {
  const kept = async (): Promise<ServerConfig | null> => configSchema.safeParse(await readJson(KEY)).data ?? null;
  const asked = ask<unknown>('GET', '/api/config').then(async (answer) => {
    const read = configSchema.safeParse(answer.ok ? answer.value : null);
    if (!read.success) return (await kept()) ?? NOTHING;
    await writeJson(KEY, read.data);
    return read.data;
  });
  // A browser that has never been here has to wait.
  const late = new Promise<ServerConfig>((resolve) => {
    setTimeout(() => void kept().then((last) => last && resolve(last)), WAIT_MS);
  });
  return Promise.race([asked, late]);
}
