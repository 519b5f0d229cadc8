import type { Bus } from '@/server/door/bus';
import type { ShowHost } from './show-host';

/** What a server's shows come to at a moment, for whoever watches over it. */
export interface Figures {
  running: number;
  asleep: number;
  /** Sessions that are on. */
  sessions: number;
  /** Streams of outlets that are open. */
  outlets: number;
  feeds: { platform: string; state: string; count: number }[];
  /** How long the oldest line that is on no disk yet has waited, ms. */
  lagMs: number;
}

export function figuresOf(host: ShowHost, bus: Pick<Bus, 'looking'>): Figures {
  const figures: Figures = { running: 0, asleep: 0, sessions: 0, outlets: 0, feeds: [], lagMs: 0 };
  const feeds = new Map<string, Figures['feeds'][number]>();
  for (const id of host.ids()) {
    const live = host.running(id);
    if (!live) {
      figures.asleep += 1;
      continue;
    }
    figures.running += 1;
    if (live.isOn) figures.sessions += 1;
    figures.lagMs = Math.max(figures.lagMs, live.room.lagMs);
    for (const hash of Object.keys(host.kept(id)?.stored.outlets ?? {}))
      figures.outlets += bus.looking(id, `outlet/${hash}`);
    for (const { id: feed, platform } of live.state.show.feeds) {
      const state = live.connections.get(feed)?.keeper.health.state ?? 'stopped';
      const known = feeds.get(`${platform} ${state}`) ?? { platform, state, count: 0 };
      known.count += 1;
      feeds.set(`${platform} ${state}`, known);
    }
  }
  return { ...figures, feeds: [...feeds.values()] };
}
