import type { z } from 'zod';
import type { EventKind } from '@/core/event/kind';
import type { StreamEvent } from '@/core/event/event';
import type { Totals } from '@/core/engine/count/totals';
import type { ViewerTally } from '@/core/engine/count/viewer-tally';
import type { WordValues } from '@/core/words/fields';
import type { Doer } from './cause';
import type { Memory } from './memory';
import type { KernelShow } from './show';
import type { Phrase, Sayable } from '@/core/words/phrase';

/** What can set a cue off: a kind of event, or a moment of a feature's own. */
export type Trigger = string;

/** An event that has just been counted. */
export interface EventMoment {
  trigger: EventKind;
  event: StreamEvent;
  now: number;
  /** The viewer's tally and the session's, after this event. */
  tally: ViewerTally | null;
  totals: Totals;
  /** Thousandths of a minor unit, and the streamer's currency. */
  worth: number;
  currency: string;
  /** Of what is said with it (BCP 47): the show's. */
  language: string;
  /** A gift's streak: how many in all so far, and whether this is its end. */
  streak: { count: number; ended: boolean } | null;
  /** Nothing of this viewer was counted before. */
  first: boolean;
}

/** A moment that is no event: a feature adds what its own whens look at. `by`: whose doing it is, if it is anybody's. */
export interface OwnMoment {
  trigger: Trigger;
  now: number;
  by?: Doer;
}

/** What a cue knows of the moment at which it is asked. */
export type Moment = EventMoment | OwnMoment;

export const isEventMoment = (moment: Moment): moment is EventMoment => 'event' in moment;

/** One thing of a "when" or a step that can be set; `field` is its name there, and the name of its token. `hidden`: with these values it means nothing. */
export type Setting = { hidden?: (values: Readonly<Record<string, unknown>>) => boolean } & (
  | {
      field: string;
      label: Phrase;
      setting: 'number';
      least: number;
      most: number;
      step?: number;
      unit?: Phrase;
      money?: (values: Readonly<Record<string, unknown>>) => boolean;
    }
  /** `money`: in minor units of the streamer's currency, typed in whole ones. */
  | { field: string; label: Phrase; setting: 'range'; unit: Phrase | null; money?: boolean }
  | {
      field: string;
      label: Phrase;
      setting: 'choice';
      options: readonly { value: string; label: Phrase }[];
      otherwise?: string;
    }
  | { field: string; label: Phrase; setting: 'text'; most: number; placeholder?: Sayable }
  | { field: string; label: Phrase; setting: 'words' }
  /** A currency, or none: then amounts are in the streamer's own, by their rates. */
  | { field: string; label: Phrase; setting: 'currency' }
  | { field: string; label: Phrase; setting: 'address' }
  | { field: string; label: Phrase; setting: 'gifts' }
  | { field: string; label: Phrase; setting: 'look' }
  | {
      field: string;
      label: Phrase;
      setting: 'one';
      /** A list of the show (`ListKind`), or one of those that no feature of the kind has. */
      of: OneOf;
      /** Any of them will do, in these words; its value is empty. */
      any?: Phrase;
    }
);

/** What one is chosen among: a list of the show by its field, or what the interface knows how to list. */
export type OneOf = 'numbers' | 'scenes' | 'perks' | 'spotlights' | 'cues' | 'pieces' | 'sounds' | (string & {});

/** A cue's "when", of whatever kind. */
export interface SomeWhen {
  kind: string;
}

/** How a "when" narrows its kind of event down. */
export interface Narrowing<T> {
  /** How far: 0 takes everything of its kind. Of two that are made for the same event the higher one answers. */
  rank(when: T): number;
  /** Whether it is made for the event, now or once its streak has ended. */
  covers(when: T, moment: EventMoment): boolean;
  /** Whether one event could set both off. */
  meets(a: T, b: T): boolean;
}

/** One kind of "when": its form, what it listens to, how often a moment sets it off, and how it reads. One file each. */
export interface WhenKind<T extends SomeWhen = SomeWhen, M extends Moment = Moment, P = object> {
  kind: T['kind'];
  schema: z.ZodType<T>;
  /** A one-line name for choosing it, and the heading under which it is offered. */
  title: Phrase;
  group: Phrase;
  /** What it is asked at; it is asked at nothing else. */
  triggers(when: T): readonly Trigger[];
  /**
   * The keys under which it is looked up, where a moment's own key decides: a gift's id, the first word of a message. Absent or null: it
   * is asked at every moment of its triggers.
   */
  keys?(when: T): readonly string[] | null;
  make(show: KernelShow & P): T;
  /** The words' values for each time that the moment sets it off, made for it alone; none when it does not. */
  fires(when: T, moment: M, memory: Memory): readonly WordValues[];
  /** Values for trying it without an event. */
  sample(when: T): WordValues;
  sentence(when: T, show: KernelShow & P): Phrase;
  settings: readonly Setting[];
  /**
   * What becomes of its alerts when several wait: `add`: counts are added, of one viewer and of several; `group`: viewers are named together;
   * `latest`: of one viewer the latest counts. Absent: each stands for itself.
   */
  joins?: 'add' | 'group' | 'latest';
  /** Its moments are somebody's doing (`by`). Those of events always are. */
  ofSomeone?: boolean;
  /** How it narrows its kind of event down; absent: it stands beside all others. */
  narrows?: Narrowing<T>;
  /** Why it can never fire, in a sentence. */
  problem?(when: T, show: KernelShow & P): Phrase | null;
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
