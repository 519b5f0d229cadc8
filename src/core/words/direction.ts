/** The languages that are written from right to left, of those that the app or a frame's words may be in (Unicode CLDR, `characterOrder`; from memory). */
const RIGHT_TO_LEFT: ReadonlySet<string> = new Set(['ar', 'dv', 'fa', 'he', 'ps', 'sd', 'ug', 'ur', 'yi']);

/** The direction of sentences in a language (BCP 47). */
export const directionOf = (language: string): 'ltr' | 'rtl' =>
  RIGHT_TO_LEFT.has(language.split('-')[0]?.toLowerCase() ?? '') ? 'rtl' : 'ltr';
