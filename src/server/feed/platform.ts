import { readBrindle } from '@/core/platform/brindle';
import type { Reading } from '@/core/intake/heard';
import type { Frame, Origin } from '@/core/platform/frame';

/** Where the platforms are; the demo points these at the stand-ins. */
export interface PlatformAddresses {
  brindle: string;
}

export type PlatformName = keyof PlatformAddresses;

/** What the server needs of a platform that is heard by an event stream. */
interface StreamedPlatform {
  eventsUrl: (address: string, handle: string) => string;
  giftsUrl: (address: string) => string;
  read: (frame: Frame, origin: Origin) => Reading;
}

export const PLATFORMS: Record<PlatformName, StreamedPlatform> = {
  brindle: {
    eventsUrl: (address, handle) => `${address}/live/${encodeURIComponent(handle)}/events`,
    giftsUrl: (address) => `${address}/gifts`,
    read: readBrindle,
  },
};
