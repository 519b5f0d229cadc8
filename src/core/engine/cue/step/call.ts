import { z } from 'zod';
import type { StepCue, StepKind } from '@/core/engine/kernel/feature';
import type { SomeStep } from '@/core/engine/kernel/cause';
import type { CueShow } from '../cue';
import { callCue } from '../do-steps';
import type { CueHost } from '../slice';
import { phrase } from '@/core/words/phrase';

const schema = z.object({ kind: z.literal('call'), cue: z.string().min(1).max(100) });

type CallStep = z.infer<typeof schema>;

const isCall = (step: SomeStep): step is CallStep => step.kind === 'call';

/** Does the steps of another cue. */
export const call: StepKind<CallStep, CueShow, CueHost> = {
  kind: 'call',
  schema,
  title: phrase('Do another cue’s steps'),
  make: (of) => ({ kind: 'call', cue: of.cues[0]?.id ?? 'cue' }),
  sentence: (step, of) => {
    const at = of.cues.findIndex(({ id }) => id === step.cue);
    return phrase('do the steps of <set-cue>{cue}</set-cue>', {
      cue: at < 0 ? phrase('a cue that is gone') : of.cues[at]?.name || phrase('cue {n}', { n: at + 1 }),
    });
  },
  settings: [{ field: 'cue', label: phrase('Cue'), setting: 'one', of: 'cues' }],
  problem(step, of, { cue }) {
    const called = of.cues.find(({ id }) => id === step.cue);
    if (!called) return phrase('The cue that it calls is gone. Choose another one.');
    if (!called.on) return phrase('The cue that it calls is switched off.');
    return loops(cue, of) ? phrase('It calls itself in the end, so that call is left out. Choose another cue.') : null;
  },
  run(state, step, { cue, cause, calls, emit }) {
    callCue(state, step.cue, { cause, calls: [...calls, cue.id], emit });
  },
};

/** Whether a cue comes to call itself, directly or through others. */
export function loops(cue: Pick<StepCue, 'id' | 'steps'>, show: CueShow): boolean {
  const byId = new Map(show.cues.map((each) => [each.id, each]));
  const seen = new Set<string>();
  const reaches = (from: Pick<StepCue, 'steps'>): boolean =>
    from.steps.some((step) => {
      if (!isCall(step)) return false;
      if (step.cue === cue.id) return true;
      if (seen.has(step.cue)) return false;
      seen.add(step.cue);
      const next = byId.get(step.cue);
      return next !== undefined && reaches(next);
    });
  return reaches(cue);
}
