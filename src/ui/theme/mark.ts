/** Gavirn's mark in a square of 34: a kiln's arch, drawn as a line, and a gift in it, filled. */
export const MARK = { arch: 'M5 30V17a12 12 0 0 1 24 0v13', gift: 'M17 15.5 23 22l-6 6.5-6-6.5Z', line: 3.2 } as const;
