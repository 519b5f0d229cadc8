import type { Feature, KernelState, NumberKind } from '@/core/engine/kernel/feature';
import { later, recount } from '@/core/engine/kernel/state';
import type { ViewerTally } from '@/core/engine/count/viewer-tally';
import { correct, isCorrectable, type Correctable } from './correct';

/* What a viewer did in this session, corrected by hand. */

/** `<measure>/<feed>/<viewer>`: a viewer's tally of this session; null: they have none. */
function tallyAt(state: KernelState, id: string): { tally: ViewerTally; measure: Correctable } | null {
  const [measure = '', feed = '', ...rest] = id.split('/');
  const tally = state.viewers.get(feed, rest.join('/'));
  return tally && isCorrectable(measure) ? { tally, measure } : null;
}

const number: NumberKind = {
  kind: 'viewer',
  offered: 5,
  // They are corrected on the viewer's own page; no cue adds to them.
  list: () => [],
  value(state, id) {
    const own = tallyAt(state, id);
    return own && (own.tally[own.measure] ?? 0);
  },
  add(state, id, by) {
    const own = tallyAt(state, id);
    if (!own) return null;
    correct(state, own.tally, own.measure, by);
    later(state, (emit) => recount(state, emit));
    return own.tally[own.measure] ?? 0;
  },
};

export const viewer = { name: 'viewer', number } satisfies Feature;
