import { pushKept } from '@/core/event/kept';
import type { StreamEvent } from '@/core/event/event';
import type { Imitation } from '@/core/people/imitation';
import { Lookalikes } from '@/core/people/lookalike';

/** How many are kept for the streamer to look at. */
const KEPT = 20;

/** Viewers who look like others, feed by feed: a person has the same name on two platforms, and is no impostor for it. */
export class Imitations {
  /** Newest last. */
  readonly kept: (Imitation & { feed: string; at: number })[] = [];
  private readonly byFeed = new Map<string, Lookalikes>();

  /** Takes note of an event's viewer. `at`: the engine's clock, ms. */
  meet({ feed, viewer }: StreamEvent, at: number): void {
    if (!viewer) return;
    let lookalikes = this.byFeed.get(feed);
    if (!lookalikes) {
      lookalikes = new Lookalikes();
      this.byFeed.set(feed, lookalikes);
    }
    const imitation = lookalikes.meet(
      viewer.id,
      viewer.name,
      viewer.roles.includes('moderator') || viewer.roles.includes('host'),
    );
    if (!imitation) return;
    pushKept(this.kept, { ...imitation, feed, at }, KEPT);
  }
}
