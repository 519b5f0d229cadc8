import type { CueShow } from '@/core/engine/cue/cue';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { Host } from '@/core/engine/kernel/feature';
import type { PieceBase } from '@/core/engine/kernel/show';
import type { CreditKind, CreditList, CreditSpan } from './names';

/** Credits that run once: from when, and until when all of them have passed, ms of the engine's clock. */
export interface Roll {
  from: number;
  until: number;
}
export interface CreditsSlice {
  /** By the piece's id. */
  rolls: Map<string, Roll>;
}
export interface CreditsDerived {
  /** By kind and span (`listKey`). */
  credits: Map<string, CreditList>;
}
export type CreditsHost = Host<CueShow, CreditsSlice & CueSlice, CreditsDerived & CueDerived>;

/** A credits piece, as far as the engine needs to know it. */
export interface CreditsPiece extends PieceBase {
  kind: 'credits';
  of: CreditKind;
  over: CreditSpan;
  size: number;
  place: { h: number };
}
export const isCredits = (piece: PieceBase): piece is CreditsPiece => piece.kind === 'credits';

export const listKey = (of: CreditKind, over: CreditSpan): string => `${of}/${over}`;

/** A name passes every so many ms: three quarters of a second for each are read with ease (common practice, no source). */
export const NAME_MS = 750;
export const CREDIT_LEADING = 1.5;

/** How long it takes until so many names have come in below and gone out above, ms. */
export const rollMs = ({ size, place: { h } }: Pick<CreditsPiece, 'size' | 'place'>, names: number): number =>
  Math.ceil(names + h / (size * CREDIT_LEADING)) * NAME_MS;
