import type { Feed } from '@/core/platform/feed';
import { emptyShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { journalsIn } from '@/server/embedded/journals-in-folder';
import type { Disk } from '@/server/embedded/disk';
import { everywhere } from '@/server/feed/outward';
import type { SteadyClock } from './clock';
import { LiveShow } from './live-show';

/* A show with one feed that is posted to, as CloudEvents. */

export const FEED: Feed = {
  id: 'c',
  platform: 'cloudevents',
  handle: 'h',
  on: true,
  rate: { coin: 0, kept: 0 },
  admitted: [],
  rules: [],
};
const show = { ...emptyShow('s', 'S'), goOnMinutes: 0, feeds: [FEED] };
export const start = (folder: string, by?: Disk, like: Partial<Show> = {}, clock?: SteadyClock): LiveShow =>
  new LiveShow({ ...show, ...like }, journalsIn(folder, by), {
    addresses: { brindle: '', oxbow: '', tarn: '' },
    outward: everywhere,
    asks: () => null,
    secrets: () => ({ inbox: '' }),
    inbox: () => '',
    recording: () => Promise.resolve(null),
    ...(clock ? { clock } : {}),
  });
/** A chat line, as it is posted. */
export const chatLine = (id: string): { headers: Record<string, string>; body: string } => ({
  headers: { 'content-type': 'application/cloudevents+json' },
  body: JSON.stringify({
    specversion: '1.0',
    id,
    source: '/t',
    type: 'app.gavirn.event.chat',
    time: '2026-11-27T10:00:00Z',
    data: { viewer: { id: 'u', handle: 'u', name: 'U', roles: [] }, text: id },
  }),
});
