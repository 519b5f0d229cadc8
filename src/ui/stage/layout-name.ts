import { isUpright } from '@/core/show/safe-area';
import { frameOf } from '@/core/stage/turn-frame';
import { say } from '@/ui/words/say';

/** A layout as it is called: by its shape, and its size: "Upright, 1080 × 1920". */
export function layoutName(key: string): string {
  const frame = frameOf(key);
  if (!frame) return key;
  const shape = frame.width === frame.height ? say('Square') : isUpright(frame) ? say('Upright') : say('Wide');
  return `${shape}, ${frame.width} × ${frame.height}`;
}
