/** How long ago, in the fewest words: "now", "8 s", "3 min", "2 h", "5 d". */
export function ago(ms: number): string {
  const s = Math.floor(ms / 1000);
  if (s < 3) return 'now';
  if (s < 60) return `${s} s`;
  if (s < 3600) return `${Math.floor(s / 60)} min`;
  if (s < 86_400) return `${Math.floor(s / 3600)} h`;
  return `${Math.floor(s / 86_400)} d`;
}

/** The same within a sentence: "just now", "8 s ago". */
export const agoWords = (ms: number): string => (ago(ms) === 'now' ? 'just now' : `${ago(ms)} ago`);
