import type { Box } from '@/core/paint/display';
import { findHoles } from '@/core/stage/hole';
import { mediaUrl } from './media';

/** A picture is looked at this small: a hole is larger than a pixel of it. */
const LONGEST = 400;

/** The holes of one of the streamer's pictures, in shares of it; null where the picture is not in this browser, or cannot be read. */
export async function holesIn(id: string): Promise<Box[] | null> {
  const url = await mediaUrl(id);
  if (url === null) return null;
  const image = new Image();
  image.src = url;
  try {
    await image.decode();
  } catch {
    return null;
  }
  const scale = Math.min(1, LONGEST / Math.max(image.naturalWidth, image.naturalHeight));
  const [width, height] = [
    Math.max(1, Math.round(image.naturalWidth * scale)),
    Math.max(1, Math.round(image.naturalHeight * scale)),
  ];
  const canvas = Object.assign(document.createElement('canvas'), { width, height });
  const context = canvas.getContext('2d');
  if (!context) return null;
  context.drawImage(image, 0, 0, width, height);
  const { data } = context.getImageData(0, 0, width, height);
  const alpha = new Uint8Array(width * height);
  for (let n = 0; n < alpha.length; n += 1) alpha[n] = data[n * 4 + 3] ?? 255;
  return findHoles(alpha, width, height);
}
