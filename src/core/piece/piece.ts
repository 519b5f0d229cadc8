import { z } from 'zod';
import type { Box, Group } from '@/core/paint/display';
import type { Measure } from '@/core/paint/text';
import type { KernelState, Kit } from '@/core/engine/kernel/feature';
import type { FrameShow } from './frame';
import { HOUSE_STYLES } from '@/core/paint/house-style';
import { ownLookSchema } from './own-look';
import { typeSchema } from './type';
import type { Phrase } from '@/core/words/phrase';

/** Where a piece stands: whole px of the frame. */
export const placeSchema = z.object({
  x: z.number().int().min(-20_000).max(20_000),
  y: z.number().int().min(-20_000).max(20_000),
  w: z.number().int().min(1).max(20_000),
  h: z.number().int().min(1).max(20_000),
});

/** What every piece has, whatever its kind. */
export const pieceBase = {
  id: z.string().min(1).max(100),
  name: z.string().min(1).max(80),
  place: placeSchema,
  style: z.enum(HOUSE_STYLES),
  /** The scenes that it is in; absent: all. */
  scenes: z.array(z.string().min(1).max(100)).max(12).optional(),
  /** Where it stands in scenes in which that is somewhere else, by the scene's id. */
  places: z.record(z.string().min(1).max(100), placeSchema).optional(),
  /** Degrees clockwise about its middle; absent: upright. */
  turn: z.number().min(-180).max(180).optional(),
  /** 0 to 1; absent: 1. */
  opacity: z.number().min(0.05).max(1).optional(),
  /** It cannot be dragged or resized by accident. */
  locked: z.boolean().optional(),
  /** Whether its sides keep their proportion when a corner is dragged; absent: as its kind does. */
  keeps: z.boolean().optional(),
  /** Taken off the frame by the streamer; it stays in the show. */
  off: z.boolean().optional(),
  /** Its own type, in place of its style's. */
  type: typeSchema.optional(),
  /** A look of its own, in place of its style's. */
  look: ownLookSchema.optional(),
  /** Who sees it; absent: both. "me": the streamer alone, in the app and in outlets of their own. */
  seenBy: z.enum(['viewers', 'me']).optional(),
};

/** One thing to set in the piece's sheet. `from` names the list of the show that a choice is taken from. */
export type Control = { hidden?: (piece: Readonly<Record<string, unknown>>) => boolean } & (
  | { field: string; label: Phrase; control: 'text' }
  | { field: string; label: Phrase; control: 'number'; least: number; most: number }
  | {
      field: string;
      label: Phrase;
      control: 'choice';
      options: readonly { value: string; label: Phrase }[];
      /** What counts as chosen where the piece says nothing. */ otherwise?: string;
    }
  | { field: string; label: Phrase; control: 'switch'; on: Phrase; off: Phrase }
  | { field: string; label: Phrase; control: 'media'; of: 'picture' | 'clip' }
  | {
      field: string;
      label: Phrase;
      control: 'choice';
      from: string;
    }
);

/**
 * Where a frame is looked at: on the air, where the compositor brings its own picture; in the editor, where an empty piece must still be
 * found; or as the whole program, picture and all.
 */
export type Seen = 'air' | 'edit' | 'program';

export interface DrawTools {
  /** The kinds of piece that there are; absent: those of piece/index.ts. */
  kinds?: PieceKinds;
  measure: Measure;
  seen: Seen;
  /** Of the frame's numbers and of what Gavirn says on it (BCP 47); absent: English. */
  language?: string | undefined;
}

/**
 * One kind of piece: all there is to know about it, in one file. `P` is the piece, `L` what it shows of the session; `S` what it looks at of
 * the show, and `H` of the state: a feature's own parts.
 */
export interface PieceKind<
  P extends { kind: string; place: Box } = { kind: string; place: Box },
  L extends { kind: P['kind'] } = { kind: string },
  S = object,
  H extends KernelState = KernelState,
> {
  kind: P['kind'];
  title: Phrase;
  /** The heading under which it is offered. */
  purpose: Phrase;
  /** One line that says what it does for the stream. */
  says: Phrase;
  schema: z.ZodType<P>;
  /** The smallest size at which it can still be read, px of the frame. */
  least: { w: number; h: number };
  make(id: string, show: FrameShow & S): P;
  controls: readonly Control[];
  /** What it shows of the session now: all that an outlet needs to know. */
  live(piece: P, state: H): L;
  /** Made-up content for the editor when nothing has happened yet. */
  sample(piece: P, show: FrameShow & S, kit: Kit): L;
  /** What it draws: groups in px of its box. A pure function, so that the same arguments need not be asked again. */
  draw(piece: P, live: L, tools: DrawTools): Group[];
  /** The same in words, for a screen reader and for tests. `now`: ms, the engine's clock. */
  alternative(piece: P, live: L, now: number, language?: string): string;
}

/** Kinds of piece by name. */
export type PieceKinds = Readonly<Record<string, PieceKind>>;
