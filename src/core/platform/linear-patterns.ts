import { RE2JS } from 're2js';
import { LONGEST_PATTERN, type Patterns } from './patterns';

type Ready = ReturnType<Patterns>;
const KEPT = 200;

/** Patterns by a package that runs them in linear time. Those seen lately are kept: a pattern may stand in each message. */
export function linearPatterns(): Patterns {
  const known = new Map<string, Ready>();
  return (pattern) => {
    const there = known.get(pattern);
    if (there !== undefined) return there;
    const ready = compile(pattern);
    if (known.size >= KEPT) known.clear();
    known.set(pattern, ready);
    return ready;
  };
}

function compile(pattern: string): Ready {
  if (pattern.length > LONGEST_PATTERN) return null;
  try {
    const made = RE2JS.compile(pattern);
    return (text, whole) => (whole ? made.matches(text) : made.matcher(text).find());
  } catch {
    // No pattern (RFC 9485): it matches nothing.
    return null;
  }
}
