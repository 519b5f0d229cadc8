import { phrase, type Phrase } from '@/core/words/phrase';

/** Pictures that come from a device: by the names that operations call them by. Nothing of them leaves the page. */
const videos = new Map<string, HTMLVideoElement>();
const streams = new Map<string, MediaStream>();

/** The device's picture as a canvas draws it; undefined while there is none. */
export function livePicture(name: string): CanvasImageSource | undefined {
  const video = videos.get(name);
  return video && video.readyState >= 2 ? video : undefined;
}

export const isLive = (name: string): boolean => streams.has(name);

/** Turns the device's camera on. @returns a sentence when it cannot be had */
export async function openCamera(name: string): Promise<Phrase | null> {
  if (streams.has(name)) return null;
  // Without https a browser has no cameras to offer, not even by name.
  if (!isSecureContext)
    return phrase(
      'A page without https cannot use the camera. The made-up picture stays. docs/run.md says how to give it a certificate.',
    );
  try {
    const stream = await navigator.mediaDevices.getUserMedia({
      video: { width: { ideal: 1920 }, height: { ideal: 1080 } },
    });
    const video = Object.assign(document.createElement('video'), { muted: true, playsInline: true, srcObject: stream });
    streams.set(name, stream);
    videos.set(name, video);
    await video.play();
    return null;
  } catch (error) {
    closeCamera(name);
    const refused = error instanceof DOMException && error.name === 'NotAllowedError';
    return refused
      ? phrase(
          'The browser was not allowed to use the camera. The made-up picture stays; allow it in the browser’s settings and try again.',
        )
      : phrase('No camera answers on this device. The made-up picture stays.');
  }
}

export function closeCamera(name: string): void {
  for (const track of streams.get(name)?.getTracks() ?? []) track.stop();
  streams.delete(name);
  videos.delete(name);
}
