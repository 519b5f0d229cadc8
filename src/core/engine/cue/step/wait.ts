import { z } from 'zod';
import { MOST_PENDING, noteFault } from '@/core/engine/kernel/fault';
import type { StepKind } from '@/core/engine/kernel/feature';
import type { CueShow } from '../cue';
import type { CueHost } from '../slice';
import { phrase } from '@/core/words/phrase';

const schema = z.object({ kind: z.literal('wait'), seconds: z.number().min(0.1).max(3600) });

/** Waits before the steps behind it. */
export const wait: StepKind<z.infer<typeof schema>, CueShow, CueHost> = {
  kind: 'wait',
  schema,
  title: phrase('Wait'),
  make: () => ({ kind: 'wait', seconds: 2 }),
  sentence: ({ seconds }) => phrase('wait <set-seconds>{seconds} s</set-seconds>', { seconds }),
  settings: [
    { field: 'seconds', label: phrase('Wait'), setting: 'number', least: 1, most: 3600, unit: phrase('seconds') },
  ],
  problem: (step, _show, { cue }) =>
    cue.steps.at(-1) === step ? phrase('It waits for nothing: no step is behind it.') : null,
  run(state, { seconds }, { cue, at, cause, calls }) {
    if (state.pending.length >= MOST_PENDING) {
      noteFault(state.faults, { at: state.now, why: 'waits', cue: calls[0] ?? cue.id, feed: null, off: false });
      return true;
    }
    const due = state.now + seconds * 1000;
    const later = state.pending.findIndex((other) => other.at > due);
    const pending = { at: due, cue: cue.id, step: at + 1, cause, calls };
    state.pending.splice(later < 0 ? state.pending.length : later, 0, pending);
    return true;
  },
};
