import { useEffect, useRef, type RefObject } from 'react';
import type { View } from 'react-native';
import { least, type Piece } from '@/core/piece';
import type { FrameSize } from '@/core/piece/frame';
import { scaleBox } from '@/core/stage/place';
import type { Draft } from './drag';

/** So much a notch of the wheel changes a size, and so long after the last one the piece is let go of, ms. */
const PER_PX = 0.0015;
const REST_MS = 250;

/** The wheel with Ctrl, and two fingers on a trackpad, make the chosen piece larger or smaller, and not the page. */
export function useWheel(
  piece: Piece | null,
  frame: FrameSize,
  {
    onDraft,
    onPlace,
  }: { onDraft: (id: string, draft: Draft | null) => void; onPlace: (id: string, draft: Draft) => void },
): RefObject<View | null> {
  const root = useRef<View>(null);
  const latest = useRef({ piece, frame, onDraft, onPlace });
  useEffect(() => {
    latest.current = { piece, frame, onDraft, onPlace };
  });
  useEffect(() => {
    const element = root.current as unknown as HTMLElement | null;
    let by = 1;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const turned = (event: WheelEvent): void => {
      const { piece: chosen, frame: within, onDraft: drag } = latest.current;
      if (!event.ctrlKey || !chosen || chosen.locked) return;
      event.preventDefault();
      by *= Math.exp(-event.deltaY * PER_PX);
      const draft: Draft = { guides: [], boxes: { [chosen.id]: scaleBox(chosen.place, by, least(chosen), within) } };
      drag(chosen.id, draft);
      clearTimeout(timer);
      timer = setTimeout(() => {
        by = 1;
        drag(chosen.id, null);
        latest.current.onPlace(chosen.id, draft);
      }, REST_MS);
    };
    // A browser takes a listener for passive unless it is told, and enlarges the page.
    element?.addEventListener('wheel', turned, { passive: false });
    return () => {
      clearTimeout(timer);
      element?.removeEventListener('wheel', turned);
    };
  }, []);
  return root;
}
