import type { Show } from '@/core/show/show';
import { chat, plain } from './when/chat';

/**
 * The first words of messages that anything in a show answers to, as they are compared. Most of chat begins with none of them, and nobody
 * then need be asked.
 */
export function keywordsOf({ leftOut, teams, pieces, counters, draws, points, cues }: Show): ReadonlySet<string> {
  const words = [
    leftOut.keyword,
    ...teams.map(({ keyword }) => keyword),
    ...pieces.map((piece) => (piece.kind === 'leaderboard' ? piece.ask : '')),
    ...counters.map(({ keyword }) => keyword),
    ...draws.map(({ keyword }) => keyword),
    ...(points.on ? [points.ask, points.give.keyword, ...points.perks.map(({ keyword }) => keyword)] : []),
    ...cues.flatMap(({ on, when }) => (on && when.kind === 'chat' ? (chat.keys?.(when) ?? []) : [])),
  ];
  return new Set(words.map((word) => plain(word ?? '')).filter((word) => word !== ''));
}
