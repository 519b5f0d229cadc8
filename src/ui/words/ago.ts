import { say } from './say';

/** How long ago, in the fewest words: "now", "8 s", "3 min", "2 h", "5 d". */
export function ago(ms: number): string {
  const s = Math.floor(ms / 1000);
  if (s < 3) return say('now');
  if (s < 60) return say('{n} s', { n: s });
  if (s < 3600) return say('{n} min', { n: Math.floor(s / 60) });
  if (s < 86_400) return say('{n} h', { n: Math.floor(s / 3600) });
  return say('{n} d', { n: Math.floor(s / 86_400) });
}

/** The same within a sentence: "just now", "8 s ago". */
export const agoWords = (ms: number): string => (ms < 3000 ? say('just now') : say('{ago} ago', { ago: ago(ms) }));
