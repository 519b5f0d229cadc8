import type { DeskView } from '@/core/desk/view';
import type { Command } from '@/core/session/input';
import type { Show } from '@/core/show/show';
import type { Finding, Mend } from '@/core/stage/judge/finding';
import type { Phrase, Sayable } from '@/core/words/phrase';

/** What puts right what a check found: plain data. `go` opens a place of the app. */
export type ReadyMend =
  | { kind: 'go'; to: string }
  | { kind: 'layout'; mend: Mend }
  | { kind: 'startFeed'; feed: string }
  | { kind: 'soundFrom'; outlet: string }
  | { kind: 'cueOff'; cue: string }
  | { kind: 'command'; command: Command }
  | { kind: 'endRehearsal' };

/**
 * What one check came to. `first`: to be put right before going live; `know`: worth knowing, and nothing breaks; `good`: as it should be.
 */
export interface Check {
  key: string;
  level: 'first' | 'know' | 'good';
  says: Sayable;
  /** Why it matters, or the figures behind it. */
  why: Sayable | null;
  offer?: { label: Phrase; does: ReadyMend };
}

/** A step of what a feed's platform asks for, as the server found it. */
export interface FeedStep {
  step: Sayable;
  outcome: 'good' | 'bad' | 'unknown';
  says: Sayable;
}

/** All that is looked at. */
export interface Looked {
  show: Show;
  view: DeskView;
  /** The engine's clock, ms. */
  now: number;
  /** What is wrong with the layout, scene by scene, but for what was dismissed. `name`: the scene's; null: the show has none. */
  scenes: readonly { name: string | null; findings: readonly Finding[] }[];
  /** By feed; none: not looked at yet. */
  steps: Readonly<Record<string, readonly FeedStep[]>>;
  /** Names of files that are nowhere. */
  missing: readonly string[];
  /** When the show was last rehearsed on this device (ms), and what came of it; null: never. */
  rehearsed: { at: number; longestWaitMs: number; unthanked: number } | null;
  /** Of this device: its battery (%, while it is not charged) and the room that its browser still gives (bytes); null: not known. */
  device: { battery: number | null; free: number | null };
}

/** The first few one by one, and the rest as a number with the way to all of them. */
export const fewOf = <T>(
  all: readonly T[],
  most: number,
  { each, rest }: { each: (one: T) => Check; rest: (n: number) => Check },
): Check[] => [...all.slice(0, most).map(each), ...(all.length > most ? [rest(all.length - most)] : [])];
