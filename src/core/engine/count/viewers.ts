import type { StreamEvent } from '@/core/event/event';
import { viewerKey } from '@/core/event/viewer-key';
import { newTally, type ViewerTally } from './viewer-tally';

/** A text of its own: a part of a message that was cut out of it would hold on to the whole message for as long as the session lasts. */
const own = (text: string): string => JSON.parse(JSON.stringify(text)) as string;

/** So many viewers can be found without looking them up. */
const LATELY = 1024;

/** A place among so many for an id: its last characters differ most. */
function placeOf(id: string): number {
  const { length } = id;
  return (
    ((length > 2 ? id.charCodeAt(length - 3) * 100 : 0) +
      (length > 1 ? id.charCodeAt(length - 2) * 10 : 0) +
      id.charCodeAt(length - 1)) &
    (LATELY - 1)
  );
}

/** Every viewer's tally, by feed and by the id within it: two lookups are cheaper than making one key of both for each event. */
export class Viewers {
  private readonly feeds = new Map<string, Map<string, ViewerTally>>();
  /** Who did something lately: in any crowd a few do most of it, and comparing two ids takes less than finding one among all. */
  private readonly lately = new Array<ViewerTally | undefined>(LATELY).fill(undefined);

  constructor(tallies: Iterable<ViewerTally> = []) {
    for (const tally of tallies) this.feed(tally.feed).set(tally.id, tally);
    for (const each of this.feeds.values()) this.size += each.size;
  }

  /** How many viewers there are. */
  size = 0;

  *values(): Generator<ViewerTally> {
    for (const tallies of this.feeds.values()) yield* tallies.values();
  }

  /** Calls back with each: for hundreds of thousands this is faster than `values`. */
  each(call: (tally: ViewerTally) => void): void {
    for (const tallies of this.feeds.values()) tallies.forEach(call);
  }

  get(feed: string, id: string): ViewerTally | undefined {
    return this.feeds.get(feed)?.get(id);
  }

  /** The tally of an event's viewer, made if there is none yet, with the name and times that the event brings. */
  take(event: StreamEvent, viewer: NonNullable<StreamEvent['viewer']>): ViewerTally {
    const { at } = event;
    const place = placeOf(viewer.id);
    let tally = this.lately[place];
    if (tally?.id !== viewer.id || tally.feed !== event.feed) {
      tally = this.find(event, viewer.id);
      this.lately[place] = tally;
    }
    // The newest name counts; an older message that comes late does not bring the old name back. The same name is not written again:
    // a long-lived tally would hold on to each message's own copy, which is what collecting garbage then costs most.
    if (at >= tally.lastAt || tally.name === '') {
      if (tally.name !== viewer.name) tally.name = own(viewer.name);
      if (tally.handle !== viewer.handle) tally.handle = own(viewer.handle);
    }
    if (at < tally.firstAt) tally.firstAt = at;
    if (at > tally.lastAt) tally.lastAt = at;
    return tally;
  }

  private find(event: StreamEvent, viewer: string): ViewerTally {
    const tallies = this.feed(event.feed);
    let tally = tallies.get(viewer);
    if (!tally) {
      const id = own(viewer);
      tally = newTally({ key: viewerKey(event.feed, id), id, feed: event.feed }, event.at);
      tallies.set(id, tally);
      this.size += 1;
    }
    return tally;
  }

  private feed(feed: string): Map<string, ViewerTally> {
    let tallies = this.feeds.get(feed);
    if (!tallies) {
      tallies = new Map();
      this.feeds.set(feed, tallies);
    }
    return tallies;
  }
}
