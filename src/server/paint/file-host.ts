import { Image } from '@napi-rs/canvas';
import { mediaKind, type Media } from '@/core/media/media';
import type { PaintHost } from '@/core/paint/context';
import { MovingFile } from './moving-file';
import { nodeHost } from './node-host';

export type FileHost = PaintHost & {
  close: () => void;
  /** Names of clips that cannot be drawn. */ unread: readonly string[];
};

/**
 * What the painter needs in Node, with the streamer's own pictures and clips out of a show file. To be closed when all is painted.
 * @param files bytes by a file's id
 */
export async function hostWith(media: readonly Media[], files: ReadonlyMap<string, Uint8Array>): Promise<FileHost> {
  const stills = new Map<string, CanvasImageSource>();
  const moving = new Map<string, MovingFile>();
  await Promise.all(
    media.map(async (file) => {
      const bytes = files.get(file.id);
      if (!bytes || mediaKind(file) === 'sound') return;
      if (mediaKind(file) === 'clip' || file.frames.length > 1) moving.set(file.id, new MovingFile(file, bytes));
      const image = new Image();
      try {
        image.src = Buffer.from(bytes);
        await image.decode();
        stills.set(file.id, image as unknown as CanvasImageSource);
      } catch {
        // A clip, or a file that is broken.
      }
    }),
  );
  return {
    ...nodeHost,
    image(src, at) {
      if (!src.startsWith('media:')) return nodeHost.image(src, at);
      const [id = '', frame] = src.slice('media:'.length).split('#');
      const file = moving.get(id);
      const now = at !== undefined ? file?.at(at) : frame !== undefined ? file?.frame(Number(frame)) : undefined;
      return now ?? stills.get(id);
    },
    unread: media
      .filter((file) => mediaKind(file) === 'clip' && moving.get(file.id)?.readable === false)
      .map(({ name }) => name),
    close: () => moving.forEach((file) => file.close()),
  };
}
