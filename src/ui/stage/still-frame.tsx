import { useEffect, useRef } from 'react';
import { View } from 'react-native';
import { Frame } from '@/client/frame';
import { SAMPLE_FILE } from '@/core/stage/examples';
import type { PaintInput } from '@/core/stage/stage';
import { mediaUrl } from '@/ui/data/media';

/** The clock of a frame that stands still, ms: alerts of examples are in the middle of their time then. */
export const STILL = 10_000;

/** The samples that come with Gavirn lie beside the app; all else is the show's own. */
const address = (id: string): Promise<string | null> =>
  id.startsWith(SAMPLE_FILE) ? Promise.resolve(`/samples/${id.slice(SAMPLE_FILE.length)}.svg`) : mediaUrl(id);

/** A scene painted once, as it is at one moment. `label`: what it shows, in words; without one it says nothing. */
export function StillFrame({ scene, width, label }: { scene: PaintInput; width: number; label?: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const height = (width * scene.frame.height) / scene.frame.width;
  useEffect(() => {
    if (!canvas.current || width === 0) return undefined;
    const frame = new Frame({
      canvas: canvas.current,
      seen: 'program',
      now: () => STILL,
      still: true,
      media: { address },
      room: () => ({ width, height }),
    });
    frame.show(scene);
    return () => frame.close();
  }, [scene, width, height]);
  return (
    <View style={{ width, height }}>
      <canvas
        ref={canvas}
        {...(label === undefined ? { 'aria-hidden': true } : { 'aria-label': label, role: 'img' })}
        style={{ display: 'block' }}
      />
    </View>
  );
}
