import type { CrowdAsked } from '@/core/rehearsal/crowd';
import type { PastAsked } from '@/core/rehearsal/past';
import type { Sayable } from '@/core/words/phrase';
import type { CarryOver } from '@/core/session/carry-over';
import type { Joining } from '@/core/session/join';
import type { FinishedSession } from '@/core/desk/view';
import type { OutletReport } from '@/core/desk/outlet-page';
import type { CoursePoint } from '@/core/engine/feature/goal/course';
import type { DrawProof } from '@/core/engine/feature/draw/schema';
import type { SpeechAt } from '@/core/engine/alert/audible';
import type { Command, Input } from '@/core/session/input';
import type { Media } from '@/core/media/media';
import type { PersonView, Roll, RollQuery } from '@/core/people/roll';
import type { StreamEvent } from '@/core/event/event';
import type { CheckStep, InboxAnswer, InboxRequest, Posted } from '@/server/feed/client';
import type { PlaybackCommand } from '@/server/feed/playback';
import type { FeedReport } from './feed-report';

/*
 * The bus: requests to the one process that owns a running show, and its views to whoever looks. What must hold of it is bus.contract.ts.
 * All that goes over it is plain data, in and out, so that the owner may be another machine's.
 */

/** What became of a session that a browser says it has: `more` has been counted than it has; there is `none` of that name. */
export type Dropped = 'gone' | 'more' | 'none';

/** A row of a table of points. */
export interface PointsRow {
  handle: string;
  viewer?: string | undefined;
  name?: string | undefined;
  points: number;
}

/** `live`: a session is on; `full`: as many past sessions are rehearsed on this server as may be. */
export type RehearsalBegun = 'on' | 'live' | 'full';

/** A rehearsal on outlets and desks: a made-up crowd, or what a crowd may do of a past session. */
export type RehearsalAsked = {
  title: Sayable;
  from: 'beginning' | 'busiest';
} & (
  { crowd: CrowdAsked; past?: undefined } | { crowd?: undefined; past: PastAsked & { events: readonly StreamEvent[] } }
);

/** What is done with one feed: with `null` where the show has no such feed now. */
export interface FeedRequests {
  check: (feed: string) => Promise<CheckStep[] | null>;
  report: (feed: string) => Promise<FeedReport | null>;
  post: (feed: string, text: string) => Promise<Posted | null>;
  /** False where it plays no recording. */
  playback: (feed: string, command: PlaybackCommand) => Promise<boolean | null>;
  playsRecording: (feed: string) => Promise<boolean | null>;
  /** Its recording, or its secret, is another now. */
  renew: (feed: string) => Promise<void>;
  /** A request at a feed's own address: answered with success only once what it brought is kept. */
  receive: (feed: string, request: InboxRequest) => Promise<InboxAnswer>;
}

/** The owner of a running show: the one process that its inputs pass through, and what it can be asked. */
export interface ShowOwner {
  readonly feeds: FeedRequests;
  command: (command: Command) => Promise<void>;
  /** The streamer ends a session that no platform will end. */
  endSession: () => Promise<void>;
  /** Ends the session that is on, and begins another for what is live. */
  beginAnew: () => Promise<void>;
  /** The session before the one that is on goes on in its place; false where there is none to go on with. */
  goOnWithEarlier: () => Promise<boolean>;
  rehearse: (asked: RehearsalAsked) => Promise<RehearsalBegun>;
  endRehearsal: () => Promise<void>;
  /** The session that is on, or null. */
  running: () => Promise<string | null>;
  /** Every session that a browser may take, oldest first. */
  sessions: () => Promise<FinishedSession[]>;
  /** The events of one session, and all that its state follows from; null where there is no such session here. */
  events: (session: string) => Promise<AsyncIterable<StreamEvent> | null>;
  inputs: (session: string) => Promise<AsyncIterable<Input> | null>;
  /** A browser has a finished session, with so many events. */
  drop: (session: string, events: number) => Promise<Dropped>;
  /** What earlier sessions left. */
  carryOver: () => Promise<CarryOver>;
  /** That given back to an owner who knows nothing; or, `joining`, what another show of this streamer left. False: it cannot be kept now. */
  takeLasting: (carryOver: CarryOver, joining: Joining | null) => Promise<boolean>;
  /** What was drawn last; null before, and while the reel turns. */
  drawn: (draw: string) => Promise<DrawProof | null>;
  course: (goal: string) => Promise<CoursePoint[]>;
  people: (query: RollQuery) => Promise<Roll>;
  person: (feed: string, viewer: string) => Promise<PersonView | null>;
  /** False where the show has no such feed. */
  importPoints: (feed: string, rows: readonly PointsRow[]) => Promise<boolean>;
  /** A file that the show names. */
  media: (id: string) => Promise<Media | null>;
  /** A page that an outlet is open in says how it is there; `agent`: the browser, as its requests call it. */
  outletSays: (outlet: string, report: OutletReport, agent: string) => Promise<void>;
  /** It is not open there any more. */
  outletLeft: (outlet: string, page: string) => Promise<void>;
  /** What is to be heard now, by its id, if it is to be said. */
  speech: (id: string) => Promise<SpeechAt | null>;
}

/** One who looks at a view: an open event stream. */
export interface Looker {
  /** Sends one message; its id lets the other side say where it was. */
  send: (event: string, id: number, data: string) => void;
  /** True while what was sent has not gone out: more would only pile up. */
  readonly full: boolean;
  end: () => void;
}

/** A view of a running show: all of it to one who has just come, and then what changes. */
export interface View {
  readonly size: number;
  add: (looker: Looker) => void;
  remove: (looker: Looker) => void;
  /** It may be another than before. */
  soon: () => void;
  /** Ends it for all who look. */
  close: () => void;
}

/** A show's views by their names: its desk, and an outlet each. */
export type ViewName = 'desk' | `outlet/${string}`;

/** The views that an owner offers. One is made when somebody first looks. */
export type OfferedViews = (name: ViewName) => View | null;

export interface Bus {
  /**
   * Owns a show from now on. Throws where somebody else does.
   * @returns how to give it up: its views end for all who look, and are offered no more
   */
  own: (show: string, owner: ShowOwner, views: OfferedViews) => () => void;
  /** The owner of a show; null while nobody owns it. */
  ownerOf: (show: string) => ShowOwner | null;
  /** Looks at a view until it is told to stop; null where there is none. What is seen comes in order: all of it, then each change. */
  look: (show: string, view: ViewName, looker: Looker) => (() => void) | null;
  /** How many look at a view, or at any of a show's. */
  looking: (show: string, view?: ViewName) => number;
  /** Ends a view: whoever looks may not any more. */
  endView: (show: string, view: ViewName) => void;
  /** What a view shows besides the show may be another now. */
  refresh: (show: string, view: ViewName) => void;
}
