import type { Show } from '@/core/show/show';
import { ask } from './api';
import { readKeys, removeShow } from './library';

/** Takes a show off the server and out of this browser. */
export async function dropShow(show: Show): Promise<void> {
  const { desk } = await readKeys(show);
  // The server ends it if it is there; if it does not answer, nobody has the key any more and it runs for no one.
  await ask('DELETE', `/api/shows/${encodeURIComponent(show.id)}`, { key: desk });
  await removeShow(show.id);
}
