import { decodeSound } from '@/client/sound-maker';
import { MOST_FRAMES, MOST_SOUND_SECONDS, type Media, type MediaType } from '@/core/media/media';
import { soundMaker } from './sound-maker';
import { say } from '@/ui/words/say';

export type Facts = Pick<Media, 'width' | 'height' | 'seconds' | 'frames' | 'lufs'>;
export type Found = { ok: true; facts: Facts } | { ok: false; reason: string };

const refuse = (reason: string): Found => ({ ok: false, reason });
const NONE: Facts = { width: 0, height: 0, seconds: 0, frames: [], lufs: null };

/** What a browser finds out of a picture by showing it; one that is broken inside is found here. `size`: as its head says, px. */
export async function pictureFacts(
  url: string,
  bytes: Uint8Array<ArrayBuffer>,
  type: MediaType,
  size: { width: number; height: number },
): Promise<Found> {
  const image = new Image();
  image.src = url;
  try {
    await image.decode();
  } catch {
    return refuse(say('This picture is broken: it begins well, but cannot be shown.'));
  }
  const { naturalWidth, naturalHeight } = image;
  // A drawing may have no size of its own.
  const width = naturalWidth || size.width;
  const height = naturalHeight || size.height;
  return {
    ok: true,
    facts: {
      ...NONE,
      width,
      height,
      frames: type === 'image/gif' || type === 'image/webp' || type === 'image/png' ? await framesOf(bytes, type) : [],
    },
  };
}

/** How long each frame stands, ms; none for a picture that stands still, or where the browser cannot tell. */
async function framesOf(data: Uint8Array<ArrayBuffer>, type: MediaType): Promise<number[]> {
  if (typeof ImageDecoder === 'undefined') return [];
  try {
    const decoder = new ImageDecoder({ data, type });
    await decoder.tracks.ready;
    await decoder.completed;
    const count = Math.min(MOST_FRAMES, decoder.tracks.selectedTrack?.frameCount ?? 1);
    const frames: number[] = [];
    for (let frameIndex = 0; count > 1 && frameIndex < count; frameIndex += 1) {
      const { image } = await decoder.decode({ frameIndex });
      // Microseconds. Browsers show frames that state no time, or next to none, for a tenth of a second (common practice, no source).
      const ms = (image.duration ?? 0) / 1000;
      frames.push(ms < 11 ? 100 : Math.min(60_000, Math.round(ms)));
      image.close();
    }
    decoder.close();
    return frames;
  } catch {
    return [];
  }
}

export function clipFacts(url: string): Promise<Found> {
  return new Promise((resolve) => {
    const video = Object.assign(document.createElement('video'), { muted: true, preload: 'auto' });
    const done = (found: Found): void => {
      video.removeAttribute('src');
      resolve(found);
    };
    video.onloadeddata = () => {
      if (video.videoWidth === 0)
        return done(refuse(say('This file has sound but no picture. Save it as a sound: WAV, MP3, Ogg, FLAC or M4A.')));
      done({
        ok: true,
        facts: {
          ...NONE,
          width: video.videoWidth,
          height: video.videoHeight,
          seconds: Number.isFinite(video.duration) ? Math.min(3600, video.duration) : 0,
        },
      });
    };
    video.onerror = () =>
      done(
        refuse(
          say(
            'This browser cannot play this clip: it is broken, or made in a way it does not know. WebM with VP9 works nearly everywhere.',
          ),
        ),
      );
    video.src = url;
  });
}

export async function soundFacts(bytes: Uint8Array<ArrayBuffer>): Promise<Found> {
  let buffer: AudioBuffer;
  try {
    buffer = await decodeSound(bytes.slice().buffer);
  } catch {
    return refuse(
      say(
        'This browser cannot play this sound: it is broken, or made in a way it does not know. WAV and MP3 work everywhere.',
      ),
    );
  }
  if (buffer.duration > MOST_SOUND_SECONDS)
    return refuse(
      say('This sound lasts {duration} s. {most} s at most are taken.', {
        duration: Math.round(buffer.duration),
        most: MOST_SOUND_SECONDS,
      }),
    );
  const channels = Array.from({ length: Math.min(2, buffer.numberOfChannels) }, (_, n) =>
    buffer.getChannelData(n).slice(),
  );
  const { lufs } = await soundMaker().measure(channels, buffer.sampleRate);
  return { ok: true, facts: { ...NONE, seconds: buffer.duration, lufs: Number.isFinite(lufs) ? lufs : null } };
}
