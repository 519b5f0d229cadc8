import type { StreamEvent } from '@/core/event/event';
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
    /** Told of each event that is taken in. */
    counted?: ((event: StreamEvent) => void) | undefined;
    /** Finished sessions that every device has, and that go when there is no room. */
    spare?: () => string[];
  };
