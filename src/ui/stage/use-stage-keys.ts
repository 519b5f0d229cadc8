import { useEffect } from 'react';
import type { Box } from '@/core/paint/display';
import type { Piece } from '@/core/piece';
import type { FrameSize } from '@/core/piece/frame';
import { move } from '@/core/stage/place';
import { edit } from '@/ui/data/show-store';
import { offerUndo } from '@/ui/frame/toast';
import { say } from '@/ui/words/say';

const ARROWS: Readonly<Record<string, [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

export interface StageKeys {
  chosen: readonly string[];
  /** The pieces of the scene that is looked at. */
  seen: readonly Piece[];
  frame: FrameSize;
  put: (boxes: Record<string, Box>) => void;
  onChoose: (ids: string[]) => void;
}

/** Keys on the stage: the arrows move what is chosen by 1 px, with Shift by 10; Delete removes it; Escape lets go of it. */
export function useStageKeys({ chosen, seen, frame, put, onChoose }: StageKeys): void {
  useEffect(() => {
    const pressed = (event: KeyboardEvent): void => {
      const arrow = ARROWS[event.key];
      // A sheet has closed by it.
      if (event.defaultPrevented) return;
      if (event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement) return;
      if (event.key === 'Escape') onChoose([]);
      if ((event.key === 'Delete' || event.key === 'Backspace') && chosen.length > 0) {
        edit((to) => {
          to.pieces = to.pieces.filter(({ id, locked }) => !chosen.includes(id) || locked);
        });
        onChoose([]);
        offerUndo(
          chosen.length === 1
            ? say('A piece is deleted.')
            : say('{chosen} pieces are deleted.', { chosen: chosen.length }),
        );
      }
      if (!arrow || chosen.length === 0) return;
      event.preventDefault();
      const by = event.shiftKey ? 10 : 1;
      put(
        Object.fromEntries(
          seen
            .filter(({ id, locked }) => chosen.includes(id) && !locked)
            .map(({ id, place }) => [
              id,
              move(place, { dx: arrow[0] * by, dy: arrow[1] * by }, { frame, snap: false }).box,
            ]),
        ),
      );
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [chosen, onChoose, put, frame, seen]);
}
