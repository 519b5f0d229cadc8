import type { Log } from '@/server/log';
import type { SteadyClock } from './clock';
import type { ConnectionHost } from './connections';
import type { OutboundHost } from './outbound';

/** What a show needs of the host that it runs in. */
export type LiveShowHost = Pick<ConnectionHost, 'addresses' | 'outward' | 'secrets' | 'inbox' | 'recording'> &
  Pick<OutboundHost, 'asks'> & {
    clock?: SteadyClock;
    log?: Log;
    /** So much its sessions may come to on the disk, bytes. */
    mostBytes?: number;
  };
