import { phrase, type Phrase } from '@/core/words/phrase';

/** Where a group stands at one moment, beside its place: px of the frame, and how opaque it is. */
export interface Pose {
  dx: number;
  dy: number;
  opacity: number;
}

/** A way to come, to stay and to go: pure functions of time. `t`: from 0 to 1; `s`: seconds since it came. */
interface MotionKind {
  title: Phrase;
  come: (t: number) => Pose;
  /** Absent: it stands still, and nothing is painted anew. */
  stay?: (s: number) => Pick<Pose, 'dx' | 'dy'>;
  go: (t: number) => Pose;
}

const { PI, sin, max, min } = Math;
/** Fast at first, then slower (cubic). */
const slowing = (t: number): number => 1 - (1 - t) ** 3;
/** The other way round. */
const gathering = (t: number): number => t ** 3;
/** Beyond the end and back, by a tenth. */
const beyond = (t: number): number => 1 + 2.70158 * (t - 1) ** 3 + 1.70158 * (t - 1) ** 2;
/** Falls, and lands twice more, lower each time. */
const landing = (t: number): number =>
  t < 0.5
    ? (t / 0.5) ** 2
    : t < 0.8
      ? 1 - 0.16 * (1 - ((t - 0.65) / 0.15) ** 2)
      : 1 - 0.04 * max(0, 1 - ((t - 0.9) / 0.1) ** 2);
const still = (opacity: number): Pose => ({ dx: 0, dy: 0, opacity });
const fadeOut = (t: number): Pose => still(1 - t);

export const MOTIONS = {
  rise: {
    title: phrase('Rise'),
    come: (t) => ({ dx: 0, dy: (1 - slowing(t)) * 36, opacity: slowing(t) }),
    go: fadeOut,
  },
  sink: {
    title: phrase('Sink'),
    come: (t) => ({ dx: 0, dy: -(1 - slowing(t)) * 36, opacity: slowing(t) }),
    go: (t) => ({ dx: 0, dy: gathering(t) * 36, opacity: 1 - t }),
  },
  slide: {
    title: phrase('Slide in'),
    come: (t) => ({ dx: -(1 - slowing(t)) * 260, dy: 0, opacity: min(1, t * 2) }),
    go: (t) => ({ dx: -gathering(t) * 260, dy: 0, opacity: 1 - t }),
  },
  cross: {
    title: phrase('Pass through'),
    come: (t) => ({ dx: -(1 - slowing(t)) * 260, dy: 0, opacity: min(1, t * 2) }),
    go: (t) => ({ dx: gathering(t) * 260, dy: 0, opacity: 1 - t }),
  },
  fade: { title: phrase('Fade'), come: still, go: fadeOut },
  drop: {
    title: phrase('Drop in'),
    come: (t) => ({ dx: 0, dy: -(1 - landing(t)) * 160, opacity: min(1, t * 4) }),
    go: fadeOut,
  },
  spring: {
    title: phrase('Spring up'),
    come: (t) => ({ dx: 0, dy: (1 - beyond(t)) * 120, opacity: min(1, t * 3) }),
    go: (t) => ({ dx: 0, dy: gathering(t) * 120, opacity: 1 - t }),
  },
  sway: { title: phrase('Sway'), come: still, stay: (s) => ({ dx: 7 * sin((2 * PI * s) / 1.8), dy: 0 }), go: fadeOut },
  bob: {
    title: phrase('Bob'),
    come: (t) => ({ dx: 0, dy: (1 - slowing(t)) * 36, opacity: slowing(t) }),
    stay: (s) => ({ dx: 0, dy: 6 * sin((2 * PI * s) / 1.4) }),
    go: fadeOut,
  },
} as const satisfies Record<string, MotionKind>;

export type MotionName = keyof typeof MOTIONS;
export const MOTION_NAMES = Object.keys(MOTIONS) as [MotionName, ...MotionName[]];

/** What a group does as it comes, while it stays, and as it goes, and how long coming and going take, ms. */
export interface Moves {
  come: MotionName;
  stay: MotionName;
  go: MotionName;
  inMs: number;
  outMs: number;
}

/** One motion for all three. */
export const movesOf = (name: MotionName): Moves => ({ come: name, stay: name, go: name, inMs: 320, outMs: 220 });

/**
 * A group's pose at a moment, and when it will next look otherwise.
 * @param now ms, as are `from` and `until`
 * @returns no pose before it comes and after it has gone
 */
export function poseAt(moves: Moves, from: number, until: number, now: number): { pose: Pose | null; next: number } {
  if (now < from) return { pose: null, next: from };
  if (now >= until) return { pose: null, next: Infinity };
  const length = until - from;
  const inMs = max(1, min(moves.inMs, length / 3));
  const outMs = max(1, min(moves.outMs, length / 3));
  const comes = min(1, (now - from) / inMs);
  const goes = max(0, (now - (until - outMs)) / outMs);
  const come = MOTIONS[moves.come].come(comes);
  const go = MOTIONS[moves.go].go(goes);
  // What sways while it stays is at rest as it comes, so that it does not begin with a jump.
  const staying: MotionKind = MOTIONS[moves.stay];
  const stay = staying.stay?.((now - from) / 1000) ?? { dx: 0, dy: 0 };
  const pose = {
    dx: come.dx + stay.dx * comes + go.dx,
    dy: come.dy + stay.dy * comes + go.dy,
    opacity: come.opacity * go.opacity,
  };
  return { pose, next: comes < 1 || goes > 0 || staying.stay ? now : until - outMs };
}
