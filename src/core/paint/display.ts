import type { Moves } from './motion';
import type { Box } from './box';
import type { Radius } from './rounded-rect';
import type { Fit } from './fitted';

/** A colour in CSS notation, or a straight gradient between two points of the group (px). */
export type Fill = string | { from: [number, number]; to: [number, number]; stops: [number, string][] };

/** The display fonts that ship: a grotesque, a plain text face, a serif, a slab, a round one, handwriting, an even geometric one, a poster face. */
export const FONT_FAMILIES = ['title', 'text', 'serif', 'slab', 'round', 'hand', 'even', 'poster'] as const;
export type FontFamily = (typeof FONT_FAMILIES)[number];

export interface FontSpec {
  family: FontFamily;
  weight: 500 | 700;
  /** px of the frame. */
  size: number;
}

/** One thing to draw, in px of its group's box. */
export type Op =
  | {
      op: 'rect';
      x: number;
      y: number;
      w: number;
      h: number;
      radius: Radius;
      fill?: Fill;
      stroke?: { color: string; width: number; dash?: number[] };
    }
  | {
      op: 'text';
      x: number;
      baseline: number;
      text: string;
      font: FontSpec;
      fill: Fill;
      outline?: { color: string; width: number };
      shadow?: { color: string; blur: number; dx: number; dy: number };
    }
  | {
      op: 'image';
      x: number;
      y: number;
      w: number;
      h: number;
      src: string;
      /** Corners; and the box beyond which nothing of it is drawn. */
      radius?: number;
      within?: Box;
      /** What of it is drawn, in shares of its size; absent: all. */
      part?: Box;
      /** How it takes its box, by the size that it turns out to have; in place of `part`, for pictures whose size nobody knows before. */
      fit?: { how: Fit; crop?: Box };
      /** Turned over, as a mirror shows it. */
      mirrored?: boolean;
      /** Of a clip: how far it has played, ms. */
      at?: number;
    }
  | { op: 'disc'; x: number; y: number; r: number; fill: string }
  /** An outline in the notation of SVG 2, section 9.3; `scale` and `x`, `y` place its own units in the box. */
  | {
      op: 'path';
      d: string;
      x?: number;
      y?: number;
      scale?: number;
      fill?: Fill;
      stroke?: { color: string; width: number };
    };

export type { Box } from './box';

/** How a group comes and goes: a pure function of time (ms, the engine's clock). Absent: it stands still. */
export interface Motion {
  from: number;
  until: number;
  moves: Moves;
}

/**
 * What is drawn together and cached together: a bitmap of it is kept as long as `ops` stays the same object. Where it stands and how
 * opaque it is may change every frame at no more than the cost of copying that bitmap.
 */
export interface Group {
  key: string;
  box: Box;
  ops: readonly Op[];
  motion?: Motion;
  /** An animated picture: the operations of each frame, and how long each stands, ms; it begins anew when all have been shown. */
  film?: { frames: readonly (readonly Op[])[]; delays: readonly number[] };
  /** It changes by the clock: its operations at a moment, and when they will be others. */
  clock?: (now: number) => { ops: readonly Op[]; next: number };
  /** A way of its own, in place of a motion: where it is (px from its box) and how opaque, from 0 to 1 of its time. */
  path?: { from: number; until: number; at: (t: number) => { dx: number; dy: number; opacity: number } };
  /** It plays for as long as it is there: `at` of its images is filled in at each moment. One without a motion plays by the clock, over and over, each `loop` ms. */
  plays?: boolean;
  loop?: number;
  /** Nothing of it is drawn beyond this, px of its box. */
  clip?: Box & { radius?: number };
}

/** A group at one moment. */
export interface PlacedGroup extends Group {
  dx: number;
  dy: number;
  opacity: number;
  /** Turned about a point of the frame (px), degrees clockwise; absent: upright. */
  turn?: { degrees: number; x: number; y: number };
}

/** The frame at one moment, and when it will next change by itself: `now` while something moves, Infinity when nothing will. */
export interface DisplayList {
  width: number;
  height: number;
  groups: PlacedGroup[];
  next: number;
}
