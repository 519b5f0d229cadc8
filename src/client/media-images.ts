/** So much memory the frames of one animated picture may take, bytes; larger ones are made smaller. */
const FILM_BYTES = 96_000_000;
const FILM_SIDE = 640;
/** A clip that is further from where it should be than this is moved there, ms. */
const OFF_MS = 300;
const AGAIN_MS = 2000;

export interface MediaSource {
  /** Where a file's bytes are; null when they are not to be had. */
  address: (id: string) => Promise<string | null>;
}

/** The pictures and clips of the streamer's own, as something a canvas can draw. `arrived` is called when one that was missing has come. */
export class MediaImages {
  private readonly stills = new Map<string, HTMLImageElement | null>();
  private readonly films = new Map<string, ImageBitmap[] | null>();
  private readonly clips = new Map<string, HTMLVideoElement | null>();

  constructor(
    private readonly source: MediaSource,
    private readonly arrived: () => void,
  ) {}

  /** @param name `<id>`, or `<id>#<frame>` of an animated picture; `at`: of a clip, how far it has played, ms */
  of(name: string, at: number | undefined): CanvasImageSource | undefined {
    if (at !== undefined) return this.clip(name, at);
    const [id = '', frame] = name.split('#');
    return frame === undefined || typeof ImageDecoder === 'undefined' ? this.still(id) : this.film(id, Number(frame));
  }

  /** Not there just now (it may still be on its way to the server): asked for again while it is wanted. */
  private again(of: Map<string, unknown>, id: string): void {
    setTimeout(() => {
      of.delete(id);
      this.arrived();
    }, AGAIN_MS);
  }

  private still(id: string): CanvasImageSource | undefined {
    const known = this.stills.get(id);
    if (known !== undefined) return known ?? undefined;
    this.stills.set(id, null);
    void this.source.address(id).then((address) => {
      if (address === null) return;
      const image = new Image();
      image.onload = () => {
        this.stills.set(id, image);
        this.arrived();
      };
      image.onerror = () => this.again(this.stills, id);
      image.src = address;
    });
    return undefined;
  }

  private film(id: string, frame: number): CanvasImageSource | undefined {
    const known = this.films.get(id);
    if (known) return known[Math.min(frame, known.length - 1)];
    if (known === undefined) {
      this.films.set(id, null);
      void this.source
        .address(id)
        .then((address) => (address === null ? [] : filmOf(address)))
        .then(
          (frames) => {
            this.films.set(id, frames);
            if (frames.length > 0) this.arrived();
          },
          () => this.again(this.films, id),
        );
    }
    return undefined;
  }

  private clip(id: string, at: number): CanvasImageSource | undefined {
    const known = this.clips.get(id);
    if (known === null) return undefined;
    if (known === undefined) {
      this.clips.set(id, null);
      void this.source.address(id).then((address) => {
        if (address === null) return;
        const video = Object.assign(document.createElement('video'), {
          muted: true,
          playsInline: true,
          preload: 'auto',
          src: address,
        });
        video.onloadeddata = () => this.clips.set(id, video);
        video.onerror = () => this.again(this.clips, id);
      });
      return undefined;
    }
    const length = known.duration * 1000;
    if (at < length && Math.abs(known.currentTime * 1000 - at) > OFF_MS) known.currentTime = at / 1000;
    // At its end it stands on its last picture.
    if (known.paused && at < length - 50) void known.play().catch(() => undefined);
    return known.readyState >= 2 ? known : undefined;
  }
}

/** All frames of an animated picture. */
async function filmOf(address: string): Promise<ImageBitmap[]> {
  const response = await fetch(address);
  if (!response.ok) throw new Error('The picture is not there.');
  const type = response.headers.get('content-type')?.split(';')[0] ?? 'image/gif';
  const decoder = new ImageDecoder({ data: await response.arrayBuffer(), type });
  await decoder.tracks.ready;
  const count = decoder.tracks.selectedTrack?.frameCount ?? 1;
  const frames: ImageBitmap[] = [];
  for (let frameIndex = 0; frameIndex < count; frameIndex += 1) {
    const { image } = await decoder.decode({ frameIndex });
    const { displayWidth: w, displayHeight: h } = image;
    const scale = Math.min(1, FILM_SIDE / Math.max(w, h), Math.sqrt(FILM_BYTES / (4 * w * h * count)));
    frames.push(
      await createImageBitmap(image, {
        resizeWidth: Math.max(1, Math.round(w * scale)),
        resizeHeight: Math.max(1, Math.round(h * scale)),
        resizeQuality: 'high',
      }),
    );
    image.close();
  }
  decoder.close();
  return frames;
}
