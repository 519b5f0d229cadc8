import { clockWords } from '@/core/engine/feature/countdown/schema';
import { say } from '@/ui/words/say';

/** How long somebody waits: "0 s", "18 s", "1:52". */
export function waitWords(ms: number): string {
  const seconds = Math.round(ms / 1000);
  return seconds < 60 ? say('{n} s', { n: seconds }) : clockWords(seconds * 1000);
}
