import type { StreamEvent } from '@/core/event/event';
import { countInAll } from './measure';
import type { Totals } from './totals';
import type { ViewerTally } from './viewer-tally';
import type { Viewers } from './viewers';

/** What an event is worth: in all, and what of it is the streamer's; thousandths of a minor unit. */
export type Worth = (event: StreamEvent) => { worth: number; earned: number };

/** The kinds of event that can be worth something. */
const EARNS: ReadonlySet<StreamEvent['kind']> = new Set(['gift', 'tip', 'subscribe', 'giftSubs']);

/** Counts an event for the session and for its viewer, in place; returns the viewer's tally, if it has a viewer. */
export function count(
  totals: Totals,
  viewers: Viewers,
  event: StreamEvent,
  worthOf: Worth | null = null,
): ViewerTally | null {
  totals.events += 1;
  const tally = event.viewer ? viewers.take(event, event.viewer) : null;
  let worth = 0;
  if (worthOf && EARNS.has(event.kind)) {
    const each = worthOf(event);
    worth = each.worth;
    totals.earned += each.earned;
  }
  countInAll({ event, worth, totals, tally });
  countKind(totals, tally !== null, event);
  return tally;
}

/**
 * What is no measure: how many events of each kind there were, and what only the session has. Each kind by its own name: a property whose
 * name is known costs next to nothing, and one that must be looked up as much as all else a like does.
 */
function countKind(totals: Totals, named: boolean, event: StreamEvent): void {
  const { byKind } = totals;
  switch (event.kind) {
    case 'like':
      byKind.like += 1;
      if (named) totals.viewerLikes += event.count;
      break;
    case 'gift':
      byKind.gift += 1;
      break;
    case 'follow':
      byKind.follow += 1;
      break;
    case 'subscribe':
      byKind.subscribe += 1;
      break;
    case 'giftSubs':
      byKind.giftSubs += 1;
      break;
    case 'tip':
      byKind.tip += 1;
      totals.tips[event.currency] = (totals.tips[event.currency] ?? 0) + event.amountMinor;
      break;
    case 'raid':
      totals.raidViewers += event.viewers;
      break;
    case 'audience':
      byKind.audience += 1;
      totals.watching = event.watching;
      totals.peakWatching = Math.max(totals.peakWatching, event.watching);
      break;
    case 'join':
      byKind.join += 1;
      break;
    case 'room':
      byKind.room += 1;
      break;
    // Their number is their measure's.
    case 'share':
    case 'chat':
      break;
  }
}
