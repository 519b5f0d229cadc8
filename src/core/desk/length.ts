import { phrase, type Phrase } from '@/core/words/phrase';

/** A length of time in words: "42 s", "12 min", "2 h 12 min". */
export function lengthWords(ms: number): Phrase {
  const minutes = Math.round(ms / 60_000);
  if (ms < 60_000) return phrase('{n} s', { n: Math.max(0, Math.round(ms / 1000)) });
  if (minutes < 60) return phrase('{n} min', { n: minutes });
  const hours = Math.floor(minutes / 60);
  return minutes % 60 === 0
    ? phrase('{n} h', { n: hours })
    : phrase('{hours} h {minutes} min', { hours, minutes: minutes % 60 });
}
