import type { Lack } from '@/core/desk/outlet-page';

/** What this browser lacks, so that the page does without. */
export const lacks = (): Lack[] => [
  ...(typeof ImageDecoder === 'undefined' ? (['film'] as const) : []),
  ...(typeof AudioContext === 'undefined' ? (['sound'] as const) : []),
  // What stands in for it (older.ts) knows no words of scripts without spaces.
  ...('gavirnStandsIn' in Intl ? (['breaks'] as const) : []),
];

/** The same for whoever opens the compositor's own console. */
export const LACKS_SAY: Readonly<Record<Lack, string>> = {
  film: 'This browser has no ImageDecoder: animated pictures stand still.',
  sound: 'This browser has no AudioContext: nothing is heard from here.',
  breaks: 'This browser has no Intl.Segmenter: lines in Thai and Japanese may break within a word.',
};
