import type { Memory } from '@/core/engine/kernel/memory';
import type { Kit } from '@/core/engine/kernel/feature';
import type { Trigger, WhenKind } from '@/core/engine/kernel/when';
import type { SomeCue } from './cue';

/** A cue as it is asked: with what belongs to it, looked up once. */
export interface Asking {
  cue: SomeCue;
  kind: WhenKind;
  /** Where it stands in the show. */
  order: number;
  memory: Memory | null;
  /** How far it narrows its kind of event down, and whether it leaves to others what they are made for. */
  rank: number;
  yields: boolean;
}

/** The cues that a trigger may set off: those to be asked each time, and those found by the moment's own key. */
interface Listening {
  always: Asking[];
  byKey: Map<string, Asking[]>;
}

const NONE: readonly Asking[] = [];

/** Cues by what they wait for, so that a moment asks only those it can set off. */
export class CueIndex {
  private readonly of = new Map<Trigger, Listening>();

  constructor(cues: readonly SomeCue[], whens: Kit['whens']) {
    for (const [n, cue] of cues.entries()) {
      const kind = whens.get(cue.when.kind);
      if (!cue.on || !kind) continue;
      const rank = kind.narrows?.rank(cue.when) ?? 0;
      const yields = 'answers' in cue.when && cue.when.answers === 'rest';
      const asking: Asking = { cue, kind, order: n, memory: null, rank, yields };
      const keys = kind.keys?.(cue.when) ?? null;
      for (const trigger of kind.triggers(cue.when)) {
        let listening = this.of.get(trigger);
        if (!listening) {
          listening = { always: [], byKey: new Map() };
          this.of.set(trigger, listening);
        }
        if (keys === null) listening.always.push(asking);
        else for (const key of new Set(keys)) listening.byKey.set(key, [...(listening.byKey.get(key) ?? []), asking]);
      }
    }
  }

  /** In the order of the show. */
  for(trigger: Trigger, key: string): readonly Asking[] {
    const listening = this.of.get(trigger);
    if (!listening) return NONE;
    const keyed = listening.byKey.size > 0 ? (listening.byKey.get(key) ?? NONE) : NONE;
    if (keyed.length === 0) return listening.always;
    if (listening.always.length === 0) return keyed;
    return [...listening.always, ...keyed].sort((a, b) => a.order - b.order);
  }
}
