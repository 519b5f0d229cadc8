import type { Effect, Emit } from '@/core/engine/kernel/effect';
import { FAULTS_WITHIN_MS, MOST_FAULTS, type FaultInput } from '@/core/engine/kernel/fault';
import { fold } from './fold';
import type { Input } from './input';
import type { SavedState } from './saved';
import { deserialize, serialize, type SessionState } from './state';

/** A fault, with what was thrown: for the log. */
export interface Caught {
  fault: FaultInput;
  error: unknown;
}

/** After a fault the state is kept as text, with the inputs that came since: so many of them, and so many times anew. */
const KEPT_INPUTS = 20_000;
const KEPT_TIMES = 5;
/** So often one input is tried again after what was due before it has failed. */
const MOST_TRIES = 30;

/**
 * A state that an input which cannot be done leaves as it was. The fold changes its state in place, so that a fault in the middle leaves
 * half a change: the state is then made again, from the last one that was kept or from its whole history.
 */
export class Guard {
  private kept: { saved: string; since: Input[]; times: number } | null = null;
  /** When each origin failed lately, ms of the engine's clock. */
  private readonly failed = new Map<string, number[]>();

  /** @param history makes the state again from all that has been done since it began, without the input that is being done */
  constructor(
    public state: SessionState,
    private readonly history: () => SessionState,
  ) {}

  /**
   * Does an input, or leaves the state as if it had never come.
   * @returns whether it was done, and what went wrong: each fault is an input of its own, done already, for the journal
   */
  apply(input: Input, emit?: Emit): { done: boolean; caught: Caught[] } {
    const caught: Caught[] = [];
    for (let tries = 1; ; tries += 1) {
      const effects: Effect[] = [];
      try {
        fold(this.state, input, (effect) => void effects.push(effect));
        this.note(input);
        // Only what was done to its end is told: nothing that is taken back may have been posted.
        if (emit) for (const effect of effects) emit(effect);
        return { done: true, caught };
      } catch (error) {
        // A fault of the engine's own: nothing else can throw in a fold.
        const { cue, due } = this.state.doing;
        const fault = this.faultOf(input, due ? null : input, cue, error);
        this.state = this.recover();
        fold(this.state, fault);
        this.note(fault);
        caught.push({ fault, error });
        // Where what was due before it failed, the input is not to blame: it is tried again until what fails is switched off.
        if (!due || cue === null || tries === MOST_TRIES) {
          if (due) caught[caught.length - 1] = { fault: { ...fault, ...lostOf(input) }, error };
          return { done: false, caught };
        }
      }
    }
  }

  private faultOf(input: Input, lost: Input | null, cue: string | null, error: unknown): FaultInput {
    const feed = input.input === 'event' ? input.event.feed : 'feed' in input ? (input.feed ?? null) : null;
    const origin = cue !== null ? `cue/${cue}` : feed !== null ? `feed/${feed}` : input.input;
    const lately = [...(this.failed.get(origin) ?? []).filter((at) => input.at - at < FAULTS_WITHIN_MS), input.at];
    const off = lately.length >= MOST_FAULTS;
    if (off) this.failed.delete(origin);
    else this.failed.set(origin, lately);
    const reason = (error instanceof Error ? error.message : String(error)).slice(0, 1000);
    return { input: 'fault', at: input.at, cue, feed, what: input.input, reason, off, ...(lost ? lostOf(lost) : {}) };
  }

  private note(input: Input): void {
    const { kept } = this;
    if (!kept) return;
    kept.since.push(input);
    if (kept.since.length < KEPT_INPUTS) return;
    this.kept =
      kept.times < KEPT_TIMES
        ? { saved: JSON.stringify(serialize(this.state)), since: [], times: kept.times + 1 }
        : null;
  }

  private recover(): SessionState {
    const state = this.kept ? deserialize(JSON.parse(this.kept.saved) as SavedState) : this.history();
    // What was done before is done again with the same outcome.
    for (const input of this.kept?.since ?? []) fold(state, input);
    this.kept = { saved: JSON.stringify(serialize(state)), since: [], times: 0 };
    return state;
  }
}

function lostOf(input: Input): Pick<FaultInput, 'lost' | 'position'> {
  return {
    ...(input.input === 'event' ? { lost: input.event } : {}),
    ...('position' in input && input.position !== undefined ? { position: input.position } : {}),
  };
}
