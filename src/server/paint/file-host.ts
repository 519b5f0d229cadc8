import { Image } from '@napi-rs/canvas';
import type { PaintHost } from '@/core/paint/painter';
import { nodeHost } from './node-host';

/**
 * What the painter needs in Node, with the streamer's own pictures out of a show file. An animated picture stands on its first frame, and a clip is
 * not drawn: both need decoders that only a browser has.
 * @param files bytes by a file's id
 */
export async function hostWith(files: ReadonlyMap<string, Uint8Array>): Promise<PaintHost> {
  const images = new Map<string, CanvasImageSource>();
  await Promise.all([...files].map(async ([id, bytes]) => {
    const image = new Image();
    try {
      image.src = Buffer.from(bytes);
      await image.decode();
      images.set(id, image as unknown as CanvasImageSource);
    } catch {
      // A clip, a sound, or a file that is broken.
    }
  }));
  return {
    ...nodeHost,
    image: (src, at) => (src.startsWith('media:') ? images.get(src.slice('media:'.length).split('#')[0] ?? '') : nodeHost.image(src, at)),
  };
}
