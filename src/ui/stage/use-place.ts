import { useCallback } from 'react';
import type { Box } from '@/core/paint/display';
import { mendShow } from '@/core/stage/judge/mend';
import { edit } from '@/ui/data/show-store';

/** Puts pieces to places, as one change. In a scene, a piece that has a place of its own there keeps its other one. */
export function usePlace(scene: string): (places: Record<string, Box>) => void {
  return useCallback((places) => edit((draft) => mendShow(draft, { kind: 'place', places, scene })), [scene]);
}
