import type { Piece, PieceKindName } from '@/core/piece';

/** How much a kind of piece matters to viewers, most first: what comes first gets the better place, and keeps its place longest. */
const IMPORTANCE: readonly PieceKindName[] = [
  'spotlight',
  'goal',
  'countdown',
  'leaderboard',
  'counter',
  'chat',
  'featured',
  'plate',
  'lantern',
  'reel',
  'ticker',
  'shelf',
  'gifts',
  'credits',
  'audience',
  'info',
  'text',
];

/** 0 for what matters most; kinds that are not named come last. */
export const rank = ({ kind }: Piece): number =>
  IMPORTANCE.includes(kind) ? IMPORTANCE.indexOf(kind) : IMPORTANCE.length;
