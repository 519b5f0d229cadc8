import { BufferTarget, CanvasSource, Mp4OutputFormat, Output, WebMOutputFormat } from 'mediabunny';
import type { Show } from '@/core/show/show';
import type { Film } from '@/core/stage/film';
import { Paper } from './paper';

export interface ClipPlan {
  /** ms, the engine's clock. */
  from: number;
  until: number;
  fps: number;
  as: 'webm' | 'mp4';
  /** px of the clip for one of the frame. */
  scale: number;
}

/** Bits for each pixel and frame: letters stay sharp. */
const BITS_PER_PIXEL = 0.12;

/**
 * Makes a clip of a session, frame by frame: none is lost, however slow the machine.
 * @param onShare is told how far it is, 0 to 1
 * @returns the file; null when it was stopped
 * @throws when the browser cannot encode it
 */
export async function makeClip(
  film: Film,
  show: Show,
  { from, until, fps, as, scale }: ClipPlan,
  { onShare, stop }: { onShare: (share: number) => void; stop: AbortSignal },
): Promise<Blob | null> {
  // Encoders want even sides.
  const even = (px: number): number => Math.max(2, Math.round((px * scale) / 2) * 2);
  const paper = new Paper(even(show.frame.width) / scale, even(show.frame.height) / scale, scale);
  const output = new Output({
    format: as === 'webm' ? new WebMOutputFormat() : new Mp4OutputFormat(),
    target: new BufferTarget(),
  });
  const bitrate = Math.round(paper.canvas.width * paper.canvas.height * fps * BITS_PER_PIXEL);
  const video = new CanvasSource(paper.canvas, { codec: as === 'webm' ? 'vp9' : 'avc', bitrate });
  output.addVideoTrack(video, { frameRate: fps });
  await output.start();
  const frames = Math.max(1, Math.round(((until - from) / 1000) * fps));
  await paper.ready(film.at(from, 'app'), from);
  for (let n = 0; n < frames; n += 1) {
    if (stop.aborted) {
      await output.cancel();
      return null;
    }
    const now = from + (n * 1000) / fps;
    paper.paint(film.at(Math.round(now), 'app'), now);
    await video.add(n / fps, 1 / fps);
    onShare((n + 1) / frames);
    // The page stays alive.
    if (n % 4 === 3) await new Promise((resolve) => setTimeout(resolve, 0));
  }
  await output.finalize();
  const { buffer } = output.target;
  return buffer ? new Blob([buffer], { type: as === 'webm' ? 'video/webm' : 'video/mp4' }) : null;
}
