import { KIT, type Made } from '@/core/engine/features';
import { newCounts } from '@/core/engine/count/counting';
import { Past, Rows, MINUTE_MS } from '@/core/engine/count/past';
import { Viewers } from '@/core/engine/count/viewers';
import type { Feature, Host, Kit, KernelState } from '@/core/engine/kernel/feature';
import { valuesByKey } from '@/core/engine/kernel/kept';
import { asOne, newState as newKernelState, withDerived } from '@/core/engine/kernel/state';
import type { Show } from '@/core/show/show';
import type { SavedState } from './saved';

/* A session's whole state: the kernel's part and every feature's, by loops over the one list. It knows no feature. */

/** All that the engine knows. Changed in place by `fold`; whoever needs an earlier one keeps a `serialize` of it. */
export type SessionState = Host<Show, Made<'create'>, Made<'derive'>>;

/** A state before anything has happened. @param kit the features that it is made of */
export const newState = (show: Show, kit: Kit = KIT): SessionState => newKernelState(show, kit) as SessionState;

/** The state as plain JSON, the same for the same state whatever the order in which it came about. */
export function serialize(state: KernelState): SavedState {
  const { now, show, session, totals, viewers, minutes, past, faults, stopped } = state;
  const own = {
    now,
    show,
    session,
    totals,
    viewers: [...viewers.values()].sort((a, b) => (a.key < b.key ? -1 : 1)),
    minutes: minutes.list(),
    quarters: past.quarters.list(),
    before: valuesByKey(past.viewers),
    faults,
    stopped: { cues: [...stopped.cues].sort(), feeds: [...stopped.feeds].sort() },
  };
  const slices = state.kit.features.map((feature) => feature.serialize?.(state) ?? {});
  return Object.assign(own, ...slices) as SavedState;
}

/** Reads back what `serialize` wrote. It takes over the objects of `saved`. */
export function deserialize(saved: SavedState, kit: Kit = KIT): SessionState {
  const { now, show, session, totals, faults, stopped } = saved;
  const bare = {
    ...newCounts(),
    now,
    show,
    kit,
    session,
    totals,
    viewers: new Viewers(saved.viewers),
    minutes: new Rows(MINUTE_MS, saved.minutes),
    past: new Past({ quarters: saved.quarters, viewers: saved.before }),
    faults,
    stopped: { cues: new Set(stopped.cues), feeds: new Set(stopped.feeds) },
    doing: { steps: 0, full: false, cue: null, due: false },
  };
  const slices = kit.features.map((feature) => feature.deserialize?.(only(saved, feature), show) ?? {});
  return withDerived(asOne(Object.assign(bare, ...slices) as typeof bare)) as SessionState;
}

/** What one feature has written, and nothing else. */
const only = (saved: object, { saved: fields = {} }: Feature): object =>
  Object.fromEntries(Object.entries(saved).filter(([name]) => name in fields));
