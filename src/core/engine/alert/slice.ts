import type { Media } from '@/core/media/media';
import type { Host } from '@/core/engine/kernel/feature';
import type { PieceBase } from '@/core/engine/kernel/show';
import type { Alert } from './alert';
import type { AudibleAt } from './audible';
import type { QueuePlan } from './plan';
import type { AlertQueue } from './queue';
import type { SpeechPlan } from './speech';

/** What alerts need of a show. */
export interface AlertShow {
  speech: SpeechPlan;
  answersIn?: string | undefined;
  outlets: readonly { sounds: boolean }[];
  media: readonly Pick<Media, 'id' | 'name' | 'type'>[];
}

/** A line of what could not be shown in time. */
export interface Line {
  id: string;
  at: number;
  text: string;
  /** The cue that it came from; lines of earlier sessions may not say. */
  cue?: string;
}

export interface AlertSlice {
  queues: Map<string, AlertQueue>;
  /** Those that have ended, newest last. */
  played: Alert[];
  /** How many alerts there have been: makes their ids. */
  alerts: number;
  /** The latest things to be heard, and how many there have been. */
  heard: AudibleAt[];
  sounds: number;
  /** What could not be shown in time, newest last. */
  lines: Line[];
  /** What was last cleared by hand, by spotlight, and when: it can be brought back for a while. */
  cleared: Map<string, { at: number; alerts: readonly Alert[] }>;
  /** Everything is off the frame and silent; the spotlights that had been held before. Null: it is not. */
  blackout: readonly string[] | null;
}

export interface AlertDerived {
  /** By spotlight, what it does when more comes than it can show. */
  spotlights: Map<string, QueuePlan>;
}

export type AlertHost = Host<AlertShow, AlertSlice, AlertDerived>;

declare module '@/core/engine/kernel/effect' {
  interface Effects {
    /** An alert was asked for: it was added to its queue, or joined one that was there. */
    alert: { effect: 'alert'; alert: Alert; joined: boolean };
    /** An alert has ended. */
    played: { effect: 'played'; alert: Alert };
    /** An alert would have waited for too long, and became a line. */
    passed: { effect: 'passed'; alert: Alert };
    /** The streamer has taken out an alert before it began. */
    cleared: { effect: 'cleared'; alert: Alert };
  }
}

/** The piece in which alerts appear, as far as alerts need to know it. */
export interface Spotlight extends PieceBase {
  kind: 'spotlight';
  queue: QueuePlan;
}
export const isSpotlight = (piece: PieceBase): piece is Spotlight => piece.kind === 'spotlight';
