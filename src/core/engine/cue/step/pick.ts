import { z } from 'zod';
import { drawn } from '@/core/engine/kernel/chance';
import type { StepKind } from '@/core/engine/kernel/feature';
import type { Memory } from '@/core/engine/kernel/memory';
import type { CueShow } from '../cue';
import { callCue } from '../do-steps';
import { memoryOf, type CueHost } from '../slice';
import { phrase, type Sayable } from '@/core/words/phrase';

const schema = z.object({
  kind: z.literal('pick'),
  /** Cues whose steps are done; the larger a weight, the more often. */
  of: z
    .array(z.object({ cue: z.string().min(1).max(100), weight: z.number().int().min(1).max(1000) }))
    .min(1)
    .max(20),
  /** False: never the same twice running, where there is another. */
  twice: z.boolean(),
});
export type PickStep = z.infer<typeof schema>;

/** Does the steps of one of several cues, by chance. */
export const pick: StepKind<PickStep, CueShow, CueHost> = {
  kind: 'pick',
  schema,
  title: phrase('One of several cues, by chance'),
  make: (of) => ({
    kind: 'pick',
    of: of.cues
      .slice(0, 2)
      .map(({ id }) => ({ cue: id, weight: 1 }))
      .concat(of.cues.length === 0 ? [{ cue: 'cue', weight: 1 }] : []),
    twice: false,
  }),
  sentence: (step, of) => {
    const cues = {
      or: step.of.map(({ cue, weight }) =>
        weight === 1 ? nameOf(cue, of.cues) : phrase('{cue} ({weight} ×)', { cue: nameOf(cue, of.cues), weight }),
      ),
    };
    return step.twice
      ? phrase('do one of <set-of>{cues}</set-of>', { cues })
      : phrase('do one of <set-of>{cues}</set-of>, never the same twice running', { cues });
  },
  settings: [],
  problem(step, of) {
    const named = step.of.map(({ cue }) => of.cues.find(({ id }) => id === cue));
    if (named.some((cue) => cue === undefined)) return phrase('One of the cues to choose from is gone.');
    return named.every((cue) => cue?.on === false) ? phrase('All cues to choose from are switched off.') : null;
  },
  run(state, step, { cue, at, cause, calls, emit }) {
    const memory = memoryOf(state, cue.id);
    const isOn = (id: string): boolean => state.derived.cuesById.get(id)?.on === true;
    const chosen = choose(step, isOn, memory, { at, seed: `${cue.id}/${cause.seed}/${memory.fired}` });
    if (chosen !== null) callCue(state, chosen, { cause, calls: [...calls, cue.id], emit });
  },
};

/** One of the choices by their weights; not the one that was taken last, if that is asked for and there is another. */
function choose(
  { of, twice }: PickStep,
  isOn: (cue: string) => boolean,
  memory: Memory,
  { at, seed }: { at: number; seed: string },
): string | null {
  const on = of.map((choice, n) => ({ ...choice, n })).filter(({ cue }) => isOn(cue));
  const last = memory.picked[at];
  const open = on.filter(({ n }) => twice || on.length === 1 || n !== last);
  const all = open.reduce((sum, { weight }) => sum + weight, 0);
  let left = drawn(`${seed}/${at}`) * all;
  const chosen = open.find(({ weight }) => (left -= weight) < 0) ?? open.at(-1);
  if (!chosen) return null;
  memory.picked[at] = chosen.n;
  return chosen.cue;
}

function nameOf(id: string, cues: readonly { id: string; name: string }[]): Sayable {
  const at = cues.findIndex((cue) => cue.id === id);
  return at < 0 ? phrase('a cue that is gone') : cues[at]?.name || phrase('cue {n}', { n: at + 1 });
}
