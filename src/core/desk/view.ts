import type { HandChange } from '@/core/engine/kernel/hand';
import type { Line } from '@/core/engine/alert/slice';
import type { Session } from '@/core/engine/count/counting';
import type { Totals } from '@/core/engine/count/totals';
import type { Transition } from '@/core/engine/feature/scene/schema';
import type { CountdownState } from '@/core/engine/feature/countdown/schema';
import type { DrawState } from '@/core/engine/feature/draw/schema';
import type { GoalState } from '@/core/engine/feature/goal/schema';
import type { Alert } from '@/core/engine/alert/alert';
import type { AudibleAt } from '@/core/engine/alert/audible';
import type { RejectedMessage, Gap } from '@/core/intake/problems';
import type { Fill } from '@/core/paint/display';
import type { Live, Piece } from '@/core/piece';
import type { Cut } from '@/core/media/media';
import type { FrameSize } from '@/core/piece/frame';
import type { SoundPlan } from '@/core/sound/plan';
import type { Imitation } from '@/core/people/imitation';
import type { FeedHealth, Outage } from './feed-health';
import type { Notice } from './notice';
import type { OutletPage } from './outlet-page';
import type { Playback } from './playback';
import type { DeskChatLine } from './chat-line';
import type { FeaturedLine, WrittenLine } from '@/core/engine/feature/featured';
import type { DelayMark } from '@/core/engine/feature/delay';
import type { Owed } from '@/core/engine/feature/thanks/owed';
import type { Happened, Mark } from './happened';
import type { Sayable } from '@/core/words/phrase';

/** What an outlet paints and plays (docs/outlet-stream.md): the frame, its pieces back to front, what each shows now, and what is heard. */
export interface OutletView {
  frame: FrameSize;
  /** What lies behind everything; null: nothing. */
  ground: Fill | null;
  /** The scene that is shown, and how it gives way to another. */
  scene: string;
  transition: Transition;
  pieces: Piece[];
  live: Record<string, Live>;
  /** The latest things to be heard; null where this outlet is silent. */
  heard: AudibleAt[] | null;
  /** The sounds that its cues may play, so that they are ready. */
  sounds: string[];
  /** The pictures and clips that its cues may show, as their operations name them, so that they are ready. */
  pictures: string[];
  /** How they are played, and the streamer's own among them. */
  sound: SoundPlan;
  own: { id: string; cut: Cut }[];
  language: string;
}

/** One feed as the app shows it. */
export interface FeedView extends FeedHealth {
  rejected: number;
  lost: number;
  duplicates: number;
  /** The latest refused messages and gaps, newest last. */
  rejectedKept: RejectedMessage[];
  gapsKept: Gap[];
  outages: Outage[];
  /** A recording's place; null for every other feed. */
  playback: Playback | null;
}

/** A spotlight's queue as the desk shows it: what plays, and what waits. */
export interface QueueView {
  alerts: Alert[];
  /** How many there are in all; `alerts` holds no more than the first few. */
  count: number;
  /** What waits is held back. */
  held: boolean;
  /** When the last of them will have ended. */
  until: number;
}

/** A rehearsal that is on, on outlets and desks. Times: ms UTC. */
export interface RehearsalView {
  /** What its crowd is called. */
  title: Sayable;
  startedAt: number;
  /** When the crowd is gone. */
  endsAt: number;
}

/**
 * Everything that the app shows of a running show. Sections are sent when they change; of `happened`, `chat` and `marks` only what is new.
 * While a rehearsal is on, what a session comes to (totals, goals, queues, lists, scene …) is the rehearsal's; sessions and feeds are as they are.
 */
export interface DeskView {
  /** How often the show's documents have been changed since the server began: another number, and there is something to be fetched. */
  step: number;
  /** Finished sessions whose logs other devices wait for (live/log-relay.ts). */
  wanted: string[];
  session: Session | null;
  /** The session before this one, while it can be gone on with in its place: when it ended, ms UTC. */
  earlier: { endedAt: number } | null;
  /** Null: none is on. */
  rehearsal: RehearsalView | null;
  /** It was said since the session began which of the home's shows it is. */
  chosen: boolean;
  /** How many finished sessions wait to be taken by a browser. */
  finished: number;
  problem: Sayable | null;
  feeds: Record<string, FeedView>;
  totals: Totals;
  goals: GoalState[];
  counters: Record<string, number>;
  countdowns: CountdownState[];
  /** When goals will be reached and countdowns end at the present rate (session/outlook.ts). */
  outlooks: Record<string, number>;
  /** Changes by hand, newest last. */
  hand: HandChange[];
  /** A draw without what nobody may know yet: its hash, how many are in (null: not counted all the time), what was drawn last. Its proof is asked for by itself: it may name many thousands. */
  draws: {
    id: string;
    hash: string | null;
    number: number;
    entries: number | null;
    last: { number: number; drawn: string } | null;
    turns: DrawState['turns'];
  }[];
  queues: Record<string, QueueView>;
  played: Alert[];
  /** What could not be shown in time, newest last. */
  lines: Line[];
  /** How the latest tellings of web addresses came out, newest last. */
  told: { id: string; at: number; host: string; problem: Sayable | null }[];
  /** What went wrong, newest last. */
  notices: Notice[];
  /** Pieces that a cue has taken away. */
  hidden: string[];
  /** The scene that is shown; '' where there is none. */
  scene: string;
  live: Record<string, Live>;
  /** Viewers who look like others, newest last. */
  imitations: (Imitation & { feed: string; at: number })[];
  /** How many places show each outlet now. */
  outlets: Record<string, number>;
  /** The pages that each is open in, as far as they have said how they are. */
  outletPages: Record<string, OutletPage[]>;
  /** When a place last showed each, ms UTC; none: never since the server began. */
  outletsSeen: Record<string, number>;
  /** Whom to thank, worthiest first: no more than are looked at; how many there are, and what all that is worth (thousandths of a minor unit). */
  owed: Owed[];
  owedInAll: { count: number; worth: number };
  /** Who was thanked last, newest last. */
  thanked: Owed[];
  /** The line of chat that stands on the frame. */
  featured: FeaturedLine | null;
  /** Lines that are kept for later, oldest first. */
  keptLines: (WrittenLine & { at: number })[];
  /** What the delay is measured by, and where it was written back first. */
  delayMark: DelayMark | null;
  delayAnswers: { feed: string; at: number }[];
  /** Everything is off the frame and silent. */
  blackout: boolean;
  happened: Happened[];
  chat: DeskChatLine[];
  marks: Mark[];
}

/** What a view's lists belong to: a session, or the rehearsal that is on in its place. */
export const shownIn = ({ session, rehearsal }: Pick<DeskView, 'session' | 'rehearsal'>): string | null =>
  rehearsal ? `rehearsal ${rehearsal.startedAt}` : (session?.id ?? null);

/** A finished session that waits to be taken by a browser. Times: ms, UTC. */
export interface FinishedSession {
  id: string;
  startedAt: number;
  endedAt: number;
  totals: Totals;
  /** What the platforms said was lost, and how many messages were refused. */
  lost: number;
  bad: number;
}
