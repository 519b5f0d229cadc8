import type { CountShow } from '@/core/engine/count/counting';

/** What the kernel needs of a show. */
export interface KernelShow extends CountShow {
  /** The language of its words (BCP 47). */
  language: string;
  /** Which of its home's shows it is. */
  setup?: string | undefined;
  feeds: readonly (CountShow['feeds'][number] & { handle: string; on: boolean; helper?: string })[];
  pieces: readonly PieceBase[];
}

/** What any piece has, whatever its kind. A feature looks up those of its own kind. */
export interface PieceBase {
  id: string;
  kind: string;
  name: string;
}
