import { directionOf } from './direction';

// First strong isolate and pop (Unicode UAX #9, section 2.4.2): a name in another direction then leaves the words around it alone.
const ISOLATE = '\u2068';
const POP = '\u2069';
const BIDI_CONTROLS = /[\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069]/g;
const BEYOND_LATIN = /[\u0590-\uffff]/;
const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufeff]/;

/** A viewer's own text, fit to stand among ours: marks of direction are dropped, and text of another direction than ours is isolated. */
export function isolate(text: string, language = 'en'): string {
  if (directionOf(language) === 'rtl')
    return /[A-Za-z\u00c0-\u024f]/.test(text) ? ISOLATE + text.replace(BIDI_CONTROLS, '') + POP : text;
  if (!BEYOND_LATIN.test(text)) return text;
  const plain = text.replace(BIDI_CONTROLS, '');
  return RIGHT_TO_LEFT.test(plain) ? ISOLATE + plain + POP : plain;
}

/** Text for those who do not lay it out: without the marks that `isolate` sets. */
export const withoutIsolates = (text: string): string => text.replace(/[\u2068\u2069]/g, '');
