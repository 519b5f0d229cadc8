/**
 * Makes a pattern of a path's `match` and `search` ready (RFC 9535, sections 2.4.6 and 2.4.7; RFC 9485): what it says of a text, in time
 * linear in the text. Null: it is no pattern. JavaScript's own expressions take exponential time for some, and must not be used here.
 */
export type Patterns = (pattern: string) => ((text: string, whole: boolean) => boolean) | null;

/** Where no engine has been brought along no pattern matches. */
export const NO_PATTERNS: Patterns = () => null;

/** A pattern is no longer than this, UTF-16 units. */
export const LONGEST_PATTERN = 200;
