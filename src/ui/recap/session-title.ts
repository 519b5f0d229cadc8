import { weekdayAndDay } from '@/ui/words/clock';
import type { SessionEntry } from '@/core/home/session-list';
import { lengthWords } from '@/core/desk/length';
import { say } from '@/ui/words/say';

/** "Thursday 19 November, 1 h 12 min". */
export const titleOf = ({ startedAt, endedAt }: Pick<SessionEntry, 'startedAt' | 'endedAt'>): string =>
  say('{day}, {length}', { day: weekdayAndDay(startedAt), length: lengthWords(endedAt - startedAt) });
