import { phrase } from '@/core/words/phrase';

/** The five places, in the order of the work, with their own signs. */
export const PLACES = [
  { path: '/feeds', name: phrase('Feeds'), sign: 'M3 6h7a4 4 0 0 1 4 4v0a4 4 0 0 0 4 4h3M3 14h5' },
  { path: '/stage', name: phrase('Stage'), sign: 'M7 2h10v18H7zM9.5 15h5' },
  { path: '/cues', name: phrase('Cues'), sign: 'M3 5h12M3 10h17M3 15h9M17 14v6M14 17h6' },
  { path: '/desk', name: phrase('Desk'), sign: 'M5 3v16M11 3v16M17 3v16M3 8h4M9 14h4M15 6h4' },
  { path: '/recap', name: phrase('Recap'), sign: 'M3 18V9M8 18V4M13 18v-6M18 18V7' },
] as const;
