import type { z } from 'zod';
import type { EventOf, StreamEvent } from '@/core/event/event';
import type { EventKind } from '@/core/event/kind';
import type { WordValues } from '@/core/words/fields';
import type { CountDerived, Counted, CountState, Wanted } from '@/core/engine/count/counting';
import type { Emit } from './effect';
import type { Fault } from './fault';
import type { Keywords } from './keywords';
import type { KernelShow } from './show';
import type { Cause, SomeStep } from './cause';
import type { Setting, WhenKind } from './when';
import type { Phrase, Sayable } from '@/core/words/phrase';

/* The interface between the kernel and features, and the state that they share. These types name each other, and so stand in one file. */
/** A word that a message may begin with, and what it does, as the info card tells it. */
export interface Keyword {
  word: string;
  /** Empty: viewers are not told of it. */
  does: string;
  /** As the streamer has written it, where that is more than the word. */
  written?: string;
  /** It buys something. */
  buys?: boolean;
}

/**
 * A feature: its part of the show (`P`), its slice of the state (`S`), what it works out of both (`D`), what it does with each input, and
 * how it is kept. The kernel knows features by this alone. A feature never imports another: what it needs of one it asks the kernel for.
 *
 * Everything is optional. What is called in the course of a fold changes the state in place.
 */
export interface Feature<P = object, S = object, D = object> {
  name: string;
  /** Its part of the show document: Zod fields, which lie beside those of other features. */
  part?: z.core.$ZodShape;
  /** Its slice as a session begins. Names in it are its own. */
  create?(show: KernelShow & P): object;
  /** The slice as plain JSON, the same for the same slice whatever the order in which it came about; and what that must look like. */
  saved?: z.core.$ZodShape;
  serialize?(state: Host<P, S, D>): object;
  /** The slice again; it takes over the objects of `saved`. */
  deserialize?(saved: object, show: KernelShow & P): object;

  /** What the next session takes over, as plain JSON; and what that must look like. Absent fields are of an earlier version. */
  carried?: z.core.$ZodShape;
  carryOver?(state: Host<P, S, D>): object;
  takeOver?(state: Host<P, S, D>, carried: object): void;
  /** The same in the midst of a session that has lost it: what has been counted since stays, and is added. Absent: as `takeOver`. */
  giveBack?(state: Host<P, S, D>, carried: object): void;
  /** What another show of the same streamer had comes to it. `twice`: both have seen the same. */
  join?(state: Host<P, S, D>, carried: object, how: { setup: string; from: string; twice: boolean }): void;

  /** What follows from the show and the state: after a change of show, and once a state has been read back. */
  derive?(state: Host<P, S, D>): object;
  /** The boards, windows and sums that it asks of counting. */
  wants?(show: KernelShow & P): Partial<Wanted>;
  /** Boards and windows were made anew. */
  windowsMade?(state: Host<P, S, D>): void;

  /** The kinds of event that it is told of, by phase. */
  listens?(show: KernelShow & P): Partial<Record<Phase, readonly EventKind[]>>;
  /** Whether an event is to be left out: it is not counted, and nobody is told of it. */
  refuses?(state: Host<P, S, D>, event: StreamEvent): boolean;
  /** An event has come, and is not counted yet. */
  meet?(state: Host<P, S, D>, event: StreamEvent): void;
  /** An event has been counted; leaderboards do not have it yet, and cues were not asked. */
  record?(state: Host<P, S, D>, event: StreamEvent, counted: Counted): void;
  /** Cues were asked. */
  react?(state: Host<P, S, D>, event: StreamEvent, counted: Counted, emit: Emit): void;
  /** All else has been done. */
  keep?(state: Host<P, S, D>, event: StreamEvent): void;
  /** An account that Gavirn posts by has written this: it is shown as any other line, and sets nothing off. */
  keepOwn?(state: Host<P, S, D>, event: EventOf<'chat'>): void;
  /** A chat message begins with one of the show's keywords. @param word as it is compared */
  answer?(state: Host<P, S, D>, event: EventOf<'chat'>, word: string, emit: Emit): void;
  keywords?(show: KernelShow & P): readonly Keyword[];
  /** An answer to a viewer that cannot be posted where they asked: it shows it, where the streamer wants that. */
  showAnswer?(state: Host<P, S, D>, text: string, emit: Emit): void;

  /** A session has begun, or ended. */
  begin?(state: Host<P, S, D>, emit: Emit): void;
  end?(state: Host<P, S, D>, emit: Emit): void;
  /** A session that had ended goes on. */
  resume?(state: Host<P, S, D>, emit: Emit): void;
  /** Another setup, in the midst of a session: what is new begins, what is gone goes, the rest stays as it is. */
  follow?(state: Host<P, S, D>, before: { show: KernelShow & P; derived: D }, emit: Emit): void;
  /** Something else than an event has changed what is counted. */
  recount?(state: Host<P, S, D>, emit: Emit): void;
  /** A window has ended or begun. */
  rollOver?(state: Host<P, S, D>): void;
  /** Time has gone on. */
  passTime?(state: Host<P, S, D>, emit: Emit): void;
  /** A cue was switched off for its faults. */
  stopCue?(state: Host<P, S, D>, cue: string): void;

  /** Whether it has anything to do with time in this show; absent: always. */
  isTimed?(show: KernelShow & P): boolean;
  /** When something is next to be done by itself, ms of the engine's clock; Infinity: nothing is. */
  due?(state: Host<P, S, D>): number;
  /** That time has come. @returns true where it is looked anew what is due, before other features have their turn */
  fall?(state: Host<P, S, D>, at: number, emit: Emit): boolean | void;
  /** So much was due at once that the rest is left out: what is late is not made up for. */
  skip?(state: Host<P, S, D>, to: number): void;

  /** A kind of number that cues and the streamer's hand can change. */
  number?: NumberKind;
  /** Whether one of its things (by id) is still open, for cues that act only while it is. */
  isOpen?(state: Host<P, S, D>, id: string): boolean;
  /** A viewer's level, and the values that a viewer brings to a cue's words. */
  levelOf?(state: Host<P, S, D>, feed: string, viewer: string): number;
  valuesOf?(state: Host<P, S, D>, feed: string, viewer: string): WordValues | null;
  /** When its things will be reached, or end, at the present rate: by number, ms; Infinity: never. For the streamer alone. */
  outlook?(state: Host<P, S, D>): [number: string, at: number][];

  /** Things of one kind that it has in the show. */
  list?: ListKind;
  measures?: readonly OwnMeasure[];
  whens?: readonly WhenKind[];
  steps?: readonly StepKind[];
  commands?: readonly CommandKind[];
  inputs?: readonly InputKind[];
}

/** A list of features, and all that they bring, by its name. */
export interface Kit {
  features: readonly Feature[];
  byName: ReadonlyMap<string, Feature>;
  whens: ReadonlyMap<string, WhenKind>;
  steps: ReadonlyMap<string, StepKind>;
  commands: ReadonlyMap<string, CommandKind>;
  inputs: ReadonlyMap<string, InputKind>;
  measures: ReadonlyMap<string, OwnMeasure>;
  /** By their field of the show. */
  lists: ReadonlyMap<string, ListKind>;
  /** In the order in which they are offered. */
  numbers: readonly { feature: Feature; number: NumberKind }[];
}

export interface KernelState extends Omit<CountState, 'show' | 'derived'> {
  show: KernelShow;
  /** The features that this state is made of. Not saved. */
  kit: Kit;
  /** What went wrong, newest last; and the cues and feeds that were switched off for it, until they are changed. */
  faults: Fault[];
  stopped: { cues: Set<string>; feeds: Set<string> };
  /**
   * What the input that is being done is at: how many steps it has done and whether they are all it may, by which cue (kept where it
   * throws), and whether still at what was due before it. Not saved.
   */
  doing: { steps: number; full: boolean; cue: string | null; due: boolean };
  derived: KernelDerived;
}

/** When a feature is told of an event: whether it is left out, before it is counted, before cues are asked, after them, and last of all. */
export type Phase = 'refuse' | 'meet' | 'record' | 'react' | 'keep';

/** The features that are told of a kind of event. */
export type Listeners = Record<Phase, readonly Feature[]>;

/** Something that is done once the input has had its effect; it may set cues off, which may ask for more. */
export type Later = (emit: Emit) => void;

/** Follows from the rest, and is not part of what is saved. */
export interface KernelDerived extends CountDerived {
  /** By kind of event, the features that want it in each phase, in the order of the list. */
  listeners: ReadonlyMap<EventKind, Listeners>;
  /** Those that something may be due for by time alone. */
  timed: readonly Feature[];
  /** Those that want to know that time has gone on. */
  passing: readonly Feature[];
  /** Those that know something of a viewer. */
  knowing: readonly Feature[];
  /** Those that answer to a first word in chat, and all such words. */
  answering: readonly Feature[];
  keywords: Keywords;
  /** Handles of the accounts that Gavirn posts by, as they are compared. */
  helpers: ReadonlySet<string>;
  later: Later[];
  /** Fills in a step's words. */
  format: (words: string, values: WordValues) => string;
}

/** A state with a feature's own part of it (`S`), of the show (`P`) and of what follows from both (`D`). */
export type Host<P = object, S = object, D = object> = Omit<KernelState, 'show' | 'derived'> &
  S & { show: P extends KernelShow ? P : KernelShow & P; derived: KernelDerived & D };

/**
 * `<kind>/<id>`: `goal/<id>`, `counter/<id>`, `countdown/<id>`; `points` are those of the viewer who set the cue off,
 * `points/<feed>/<viewer>` those of a certain one, `viewer/<measure>/<feed>/<viewer>` what one did in this session.
 */
export type NumberName = string;

export interface NamedNumber {
  number: NumberName;
  name: Sayable;
  /** Its kind: the first part of its name. */
  of: string;
}

/** A kind of number. */
export interface NumberKind<P = object, H extends KernelState = KernelState> {
  kind: string;
  /** Its place among those that are offered. */
  offered: number;
  /** What is added is in seconds. */
  inSeconds?: boolean;
  /** Those of a show. */
  list(show: KernelShow & P): NamedNumber[];
  /** What one stands at, whole seconds for those in seconds; null: there is no such number. */
  value(state: H, id: string): number | null;
  /**
   * Adds to one, in place. What follows from it comes later (`later`).
   * @returns what it then stands at, or soon will; null: there is no such number
   */
  add(state: H, id: string, by: number, why: 'cue' | 'hand'): number | null;
}

/** A thing of which a show has several: a goal, a counter … */
export type Listed = { id: string; name: string };

/** A list of such things. Pieces show one of them each, cues and numbers name it by its id. */
export interface ListKind<T extends Listed = Listed, H extends KernelState = KernelState> {
  /** Its field of the show. */
  list: string;
  /** What the names of its numbers begin with. */
  kind: string;
  /** One of them, and several, as they read. */
  title: Phrase;
  several: Phrase;
  /** So many a show may have. */
  most: number;
  /** A new one. */
  make(id: string, language: string): T;
  /** Brings one back to how it begins, in place. Absent: there is nothing to bring back. */
  reset?(state: H, id: string): void;
}

/**
 * Something that a feature measures by itself, and that a goal can be set on: one value for the whole session. When it changes, its feature
 * says so (`recount`).
 */
export interface OwnMeasure<H extends KernelState = KernelState> {
  measure: string;
  /** How it reads in the interface, and what makes it grow, in a sentence. */
  title: Phrase;
  what: Phrase;
  /** The kinds of event that make it grow. */
  grows: readonly EventKind[];
  value(state: H): number;
}

/** Something that the streamer tells the engine to do: a form, and what it does. */
export interface CommandKind<C extends { command: string } = { command: string }, H extends KernelState = KernelState> {
  command: C['command'];
  schema: z.ZodType<C>;
  run(state: H, command: C, emit: Emit): void;
}

/** A line of the journal that belongs to one feature. Each has its time, `at`, ms of the engine's clock. */
export interface InputKind<
  I extends { input: string; at: number } = { input: string; at: number },
  H extends KernelState = KernelState,
> {
  input: I['input'];
  schema: z.ZodType<I>;
  run(state: H, input: I, emit: Emit): void;
}

/** What a step is done with. */
export interface StepRun {
  cue: { id: string; name: string; steps: readonly SomeStep[] };
  /** Which of the cue's steps it is. */ at: number;
  cause: Cause;
  /** The cues that led here. */
  calls: readonly string[];
  emit: Emit;
}

/** One kind of step: its form, how it is begun, how it reads, and what it does. One file each. */
export interface StepKind<T extends SomeStep = SomeStep, P = object, H extends KernelState = KernelState> {
  kind: T['kind'];
  schema: z.ZodType<T>;
  title: Phrase;
  make(show: KernelShow & P, kit: Kit): T;
  /** After ", ": a verb first, "show “…” in Top spotlight for 4 s". */
  sentence(step: T, show: KernelShow & P, kit: Kit): Phrase;
  settings: readonly Setting[];
  /** Why nothing will be seen or heard of it, in a sentence. */
  problem?(step: T, show: KernelShow & P, about: { cue: StepCue; kit: Kit }): Phrase | null;
  /** A trial leaves it out: it changes a number, draws, or speaks to viewers. */ untried?: true;
  /** @returns true where the cue's other steps come later: it waits */
  run(state: H, step: T, run: StepRun): boolean | void;
}

/** What a step may look at of its cue. */
export interface StepCue {
  id: string;
  when: { kind: string };
  steps: readonly SomeStep[];
}
