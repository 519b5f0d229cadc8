import type { DeviceView } from '@/core/home/device';
import type { Show } from '@/core/show/show';
import { ask } from './api';
import { readKeys, removeShow } from './library';

/** Takes a show off the server and out of this browser. Where other devices have it too, it is theirs from then on. */
export async function dropShow(show: Show): Promise<void> {
  const { desk: key } = await readKeys(show);
  const path = `/api/shows/${encodeURIComponent(show.id)}`;
  // The server ends it if it is there; if it does not answer, nobody has the key any more and it runs for no one.
  const devices = await ask<DeviceView[]>('GET', `${path}/devices`, { key });
  const own = devices.ok ? devices.value.find((device) => device.own) : undefined;
  const gone = own && (await ask('DELETE', `${path}/devices/${encodeURIComponent(own.id)}`, { key }));
  // The only one that may do everything ends it for all.
  if (gone?.ok !== true) await ask('DELETE', path, { key });
  await removeShow(show.id);
}
