import type { Bus } from '@/server/door/bus';
import type { KeptShow } from '@/server/door/shows';
import type { PlatformAddresses } from '@/server/feed/connecting';
import type { Outward } from '@/server/feed/outward';
import type { StreamEvent } from '@/core/event/event';
import type { Log } from '@/server/log';
import { deskChannel, outletChannel, type Beside } from './channels';
import type { LogRelay } from './log-relay';
import { LiveShow } from './live-show';
import { OutletPages } from './outlet-pages';
import { ownerOf } from './owner';
import { Rehearsals } from './rehearsals';
import { spareOf } from './taken-sessions';

/** A show that runs, and how it is given up on the bus. */
export interface Running {
  live: LiveShow;
  giveUp: () => void;
}

export interface RunningOptions {
  bus: Bus;
  addresses: PlatformAddresses;
  /** Where this server is reached from outside, without a slash at the end. */
  self: string;
  outward: Outward;
  log: Log;
  relay?: LogRelay;
  counted?: (event: StreamEvent) => void;
  /** So much its sessions may take, bytes. */
  mostBytes: number;
}

/** Lets a show run, and owns it on the bus. Throws where its sessions cannot be read. */
export function run(
  kept: KeptShow,
  { bus, addresses, self, outward, log, relay, counted, mostBytes }: RunningOptions,
): Running {
  const { show } = kept.stored;
  const live = new LiveShow(show, kept.journals, {
    addresses,
    outward,
    log,
    counted,
    mostBytes,
    secrets: (feed) => kept.secrets.of(feed),
    inbox: (feed) => `${self}/in/${kept.secrets.of(feed).inbox}`,
    asks: () => kept.secrets.asks,
    spare: () => spareOf(kept),
    recording: (feed) => kept.recordings.read(feed),
  });
  const watching = (outlet: string): number =>
    Object.entries(kept.stored.outlets)
      .filter(([, id]) => id === outlet)
      .reduce((sum, [hash]) => sum + bus.looking(show.id, `outlet/${hash}`), 0);
  const rehearsals = new Rehearsals(live, log);
  const pages = new OutletPages();
  const beside: Beside = {
    watching,
    pages: (outlet) => pages.list(outlet, Date.now()),
    step: () => kept.docs.revision,
    wanted: () => relay?.wanted(show.id) ?? [],
  };
  const giveUp = bus.own(
    show.id,
    ownerOf({ live, rehearsals, pages }, () => bus.refresh(show.id, 'desk')),
    (name) => {
      if (name === 'desk') return deskChannel({ live, rehearsals }, beside, log);
      const outlet = kept.stored.outlets[name.slice('outlet/'.length)];
      return outlet === undefined ? null : outletChannel(rehearsals, outlet, log);
    },
  );
  return {
    live,
    giveUp: () => {
      rehearsals.close();
      giveUp();
    },
  };
}
