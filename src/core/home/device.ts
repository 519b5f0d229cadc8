import { z } from 'zod';

/* What a device may do with a home, from the least to the most; each may what those before it may. */
export const RIGHTS = ['look', 'desk', 'everything'] as const;
export const rightSchema = z.enum(RIGHTS);
export type Right = z.infer<typeof rightSchema>;

/** Whether somebody with a right may do what needs another. */
export const mayDo = (has: Right, needs: Right): boolean => RIGHTS.indexOf(has) >= RIGHTS.indexOf(needs);

export const deviceNameSchema = z.string().trim().min(1).max(40);
export const MOST_DEVICES = 20;

/** A device, as its home's others see it. */
export interface DeviceView {
  id: string;
  name: string;
  right: Right;
  /** How long ago it was seen, ms. */
  seenMs: number;
  /** The one that asks. */
  own: boolean;
  /** It is no device, but the recovery sheet: by it a device is added when none is left. */
  sheet: boolean;
}

/** A code by which a device is added: capital letters and digits that cannot be taken for one another. */
export const CODE_SIGNS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';
export const CODE_LENGTH = 8;
/** It is good for so long, ms. */
export const CODE_MS = 120_000;

/** A code, or a recovery sheet's, as it was typed: spaces, dashes and small letters are no matter. Null: it is none. */
export function typedCode(text: string): string | null {
  const code = text.toUpperCase().replace(/[\s\-–—]/g, '');
  const long = code.length === CODE_LENGTH || code.length === SHEET_LENGTH;
  return long && [...code].every((sign) => CODE_SIGNS.includes(sign)) ? code : null;
}

/** In groups of four, as it is read aloud. */
export const shownCode = (code: string): string => (code.match(/.{1,4}/g) ?? []).join('-');

/** What stands on a recovery sheet, good until it is revoked: 160 bits. */
export const SHEET_LENGTH = 32;
