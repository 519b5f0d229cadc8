import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Media } from '@/core/media/media';
import { nodeSurface } from './node-host';

/** So much memory the frames of an animated picture, or of a second of a clip, may take, bytes; larger ones are made smaller. */
const FRAMES_BYTES = 96_000_000;
const LONGEST_SIDE = 1280;
const CLIP_FPS = 30;
const CHUNK_MS = 1000;

type Frames = { w: number; h: number; pixels: Buffer };

/** ffmpeg's own decoders of these leave out what is transparent. */
const DECODERS: Readonly<Record<string, string>> = { vp8: 'libvpx', vp9: 'libvpx-vp9' };

/**
 * A clip, or an animated picture, as the painter draws it outside of a browser: ffmpeg decodes it, a second at a time. What it cannot read has no
 * frames (an animated WebP: it then stands on its first frame).
 */
export class MovingFile {
  private readonly folder = mkdtempSync(join(tmpdir(), 'gavirn-moving-'));
  private readonly file = join(this.folder, 'file');
  private readonly size: { w: number; h: number };
  private readonly decoder: readonly string[];
  /** ffmpeg is there, and finds pictures in it. */
  readonly readable: boolean;
  private chunk: { n: number; frames: Frames | null } | null = null;
  private drawn: { key: string; image: CanvasImageSource } | null = null;

  constructor(
    private readonly media: Pick<Media, 'width' | 'height' | 'frames' | 'seconds'>,
    bytes: Uint8Array,
  ) {
    writeFileSync(this.file, bytes);
    const count = media.frames.length || CLIP_FPS;
    // A show that does not say how large it is takes the usual.
    const [w, h] = [media.width || 1280, media.height || 720];
    const scale = Math.min(1, LONGEST_SIDE / Math.max(w, h), Math.sqrt(FRAMES_BYTES / (4 * w * h * count)));
    this.size = { w: Math.max(1, Math.round(w * scale)), h: Math.max(1, Math.round(h * scale)) };
    const codec =
      run('ffprobe', [
        '-v',
        'error',
        '-select_streams',
        'v:0',
        '-show_entries',
        'stream=codec_name',
        '-of',
        'default=nw=1:nk=1',
        this.file,
      ])
        ?.toString()
        .trim() ?? '';
    this.readable = codec !== '';
    const decoder = DECODERS[codec];
    this.decoder = decoder === undefined ? [] : ['-c:v', decoder];
  }

  /** The n-th frame of an animated picture. */
  frame(n: number): CanvasImageSource | undefined {
    this.chunk ??= { n: 0, frames: this.read([], ['-fps_mode', 'passthrough']) };
    return this.draw('0', this.chunk.frames, n);
  }

  /** A clip's picture after so many ms; behind its end the last one. */
  at(ms: number): CanvasImageSource | undefined {
    const to = Math.max(0, Math.min(ms, this.media.seconds * 1000 - 1));
    const n = Math.floor(to / CHUNK_MS);
    if (this.chunk?.n !== n) {
      const frames = this.read(
        ['-ss', String((n * CHUNK_MS) / 1000), '-t', String(CHUNK_MS / 1000)],
        ['-vf', `fps=${CLIP_FPS}`],
      );
      // The last stretch may hold no frame of its own: what came before it stays.
      this.chunk = { n, frames: frames ?? this.chunk?.frames ?? null };
    }
    return this.draw(String(n), this.chunk.frames, Math.floor(((to - n * CHUNK_MS) * CLIP_FPS) / 1000));
  }

  /** Removes what was written for ffmpeg. */
  close(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }

  private read(from: readonly string[], how: readonly string[]): Frames | null {
    const { w, h } = this.size;
    const pixels = run('ffmpeg', [
      '-v',
      'error',
      ...this.decoder,
      ...from,
      '-i',
      this.file,
      ...how,
      '-s',
      `${w}x${h}`,
      '-f',
      'rawvideo',
      '-pix_fmt',
      'rgba',
      '-',
    ]);
    return pixels && pixels.length >= w * h * 4 ? { w, h, pixels } : null;
  }

  private draw(chunk: string, frames: Frames | null, n: number): CanvasImageSource | undefined {
    if (!frames) return undefined;
    const { w, h, pixels } = frames;
    const bytes = w * h * 4;
    const at = Math.max(0, Math.min(n, Math.floor(pixels.length / bytes) - 1));
    const key = `${chunk}/${at}`;
    if (this.drawn?.key !== key) {
      const { canvas, image } = nodeSurface(w, h);
      const context = canvas.getContext('2d');
      const data = context.createImageData(w, h);
      data.data.set(pixels.subarray(at * bytes, (at + 1) * bytes));
      context.putImageData(data, 0, 0);
      this.drawn = { key, image };
    }
    return this.drawn.image;
  }
}

/** What a program writes; null when it is not there, or fails. */
function run(program: string, args: readonly string[]): Buffer | null {
  try {
    return execFileSync(program, args, { stdio: ['ignore', 'pipe', 'ignore'], maxBuffer: FRAMES_BYTES * 3 });
  } catch {
    return null;
  }
}
