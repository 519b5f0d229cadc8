import { useState } from 'react';
import type { FrameSize } from '@/core/piece/frame';
import type { Show } from '@/core/show/show';
import { frameKey } from '@/core/stage/turn-frame';
import { edit, showStore } from '@/ui/data/show-store';
import { useArrange } from './use-arrange';

/** Puts the stage on another frame: its pieces are arranged for it, or stand as they stood there. One undo takes it all back. */
export function useTurn(): {
  turning: boolean;
  turn: (next: FrameSize, also?: (draft: Show) => void) => Promise<void>;
} {
  const arrange = useArrange();
  const [turning, setTurning] = useState(false);
  const turn = async (next: FrameSize, also?: (draft: Show) => void): Promise<void> => {
    const show = showStore.now()?.show;
    if (!show || frameKey(next) === frameKey(show.frame)) return;
    setTurning(true);
    const done = await arrange({ task: 'frame', show, frame: next });
    setTurning(false);
    if (!('show' in done)) return;
    const { pieces, layouts, frame } = done.show;
    edit((draft) => {
      Object.assign(draft, { pieces, layouts, frame });
      also?.(draft);
    });
  };
  return { turning, turn };
}
