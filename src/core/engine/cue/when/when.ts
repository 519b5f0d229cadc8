import type { z } from 'zod';
import type { EventKind } from '@/core/event/kind';
import type { StreamEvent } from '@/core/event/event';
import type { Show } from '@/core/show/show';
import type { Memory } from '@/core/engine/cue/memory';
import type { Doer } from '@/core/engine/kernel/number';
import type { Totals, ViewerTally } from '@/core/engine/count/tally';
import type { WordValues } from '@/core/words/fields';

/** What can set a cue off: a kind of event, or one of the show's own moments. */
export type Trigger =
  | EventKind
  | 'goal'
  | 'countdown'
  | 'counter'
  | 'lantern'
  | 'draw'
  | 'scene'
  | 'session'
  | 'clock'
  | 'press'
  | 'level'
  | 'perk';

/** An event that has just been counted. */
export interface EventMoment {
  trigger: EventKind;
  event: StreamEvent;
  now: number;
  /** The viewer's tally and the session's, after this event. */
  tally: ViewerTally | null;
  totals: Totals;
  /** Thousandths of a minor unit. */
  worth: number;
  /** A gift's streak: how many in all so far, and whether this is its end. */
  streak: { count: number; ended: boolean } | null;
  /** Nothing of this viewer was counted before. */
  first: boolean;
}

/** What a cue knows of the moment at which it is asked. */
export type Moment =
  | EventMoment
  | { trigger: 'goal'; now: number; goal: string; name: string; target: number }
  | { trigger: 'countdown'; now: number; countdown: string; name: string }
  | { trigger: 'counter'; now: number; counter: string; name: string; before: number; after: number }
  | { trigger: 'lantern'; now: number; lantern: string; name: string; gone: number }
  | { trigger: 'draw'; now: number; draw: string; name: string; label: string }
  | { trigger: 'scene'; now: number; scene: string; name: string }
  | { trigger: 'session'; now: number; what: 'begins' | 'ends' }
  | { trigger: 'clock'; now: number; due: number }
  | { trigger: 'press'; now: number }
  | { trigger: 'level'; now: number; by: Doer; level: number; points: number }
  | { trigger: 'perk'; now: number; by: Doer; perk: string; message: string };

/** A token of the sentence: plain words, or a part that is tapped to change the field it names. */
export type SentencePart = { text: string; field?: string };

/** One thing of a "when" or a step that can be set; `field` is its name there, and the name of its token. `hidden`: with these values it means nothing. */
export type Setting = { hidden?: (values: Readonly<Record<string, unknown>>) => boolean } & (
  | { field: string; label: string; setting: 'number'; least: number; most: number; step?: number; unit?: string }
  | { field: string; label: string; setting: 'range'; unit: string }
  | { field: string; label: string; setting: 'choice'; options: readonly { value: string; label: string }[] }
  | { field: string; label: string; setting: 'text'; most: number; placeholder?: string }
  | { field: string; label: string; setting: 'words' }
  | { field: string; label: string; setting: 'address' }
  | { field: string; label: string; setting: 'gifts' }
  | { field: string; label: string; setting: 'look' }
  | {
      field: string;
      label: string;
      setting: 'one';
      of:
        | 'goals'
        | 'countdowns'
        | 'counters'
        | 'numbers'
        | 'draws'
        | 'anyDraw'
        | 'lanterns'
        | 'anyLantern'
        | 'scenes'
        | 'anyScene'
        | 'anyPerk'
        | 'spotlights'
        | 'cues'
        | 'pieces'
        | 'sounds';
    }
);

/** One kind of "when": its schema, what it listens to, how often a moment sets it off, and how it reads. One file each. */
export interface WhenKind<K extends string, S extends z.ZodType<{ kind: K }>> {
  kind: K;
  schema: S;
  /** A one-line name for choosing it, and the heading under which it is offered. */
  title: string;
  group: 'Giving' | 'Watching' | 'Talking' | 'Points' | 'The show';
  triggers: (when: z.infer<S>) => readonly Trigger[];
  /**
   * The keys under which it is looked up, where a moment's own key decides: a gift's id, the first word of a message. Absent or null: it
   * is asked at every moment of its triggers.
   */
  keys?: (when: z.infer<S>) => readonly string[] | null;
  make: (show: Show) => z.infer<S>;
  /** The words' values for each time that the moment sets it off, made for it alone; none when it does not. */
  fires: (when: z.infer<S>, moment: Moment, memory: Memory) => readonly WordValues[];
  /** Values for trying it without an event. */
  sample: (when: z.infer<S>) => WordValues;
  sentence: (when: z.infer<S>, show: Show) => SentencePart[];
  settings: readonly Setting[];
  /**
   * What becomes of its alerts when several wait: `add`: counts are added, of one viewer and of several; `group`: viewers are named together;
   * `latest`: of one viewer the latest counts. Absent: each stands for itself.
   */
  joins?: 'add' | 'group' | 'latest';
  /** Why it can never fire, in a sentence. */
  trouble?: (when: z.infer<S>, show: Show) => string | null;
}

/** Nothing: one list for all, since most moments set nothing off. */
export const NEVER: readonly WordValues[] = [];

/** The values that any event with a viewer gives, put to those given. */
export function viewerValues({ event: { viewer } }: EventMoment, values: WordValues = {}): WordValues {
  if (viewer) {
    values.viewer = viewer.name;
    values.handle = viewer.handle;
  }
  return values;
}

/** The made-up viewer of a cue that is tried. */
export const SAMPLE_VIEWER: WordValues = { viewer: 'Inês', handle: 'ines.barro' };
