import { soundById } from '@/core/sound/library';
import type { Cut } from '@/core/media/media';
import { RATE } from '@/core/sound/synth';
import type { SoundMade, SoundTask } from '@/worker/sound.worker';

/** A sound ready to be played, and how loud it is by itself. */
export interface Ready {
  channels: readonly Float32Array<ArrayBuffer>[];
  rate: number;
  lufs: number;
  truePeakDb: number;
  cut: Cut | null;
}

/** A sound of the streamer's own: what is played of it. */
export interface OwnSound {
  id: string;
  cut: Cut;
}

/** Decodes a sound file, whatever the browser can; one that it cannot is a rejection. */
export async function decodeSound(bytes: ArrayBuffer): Promise<AudioBuffer> {
  return new OfflineAudioContext(2, 1, RATE).decodeAudioData(bytes);
}

/** What is played of a channel. */
function cutOf(samples: Float32Array<ArrayBuffer>, rate: number, { from, until }: Cut): Float32Array<ArrayBuffer> {
  const { length } = samples;
  const first = Math.min(length, Math.round(from * rate));
  const last = Math.max(first, Math.min(length, until === null ? length : Math.round(until * rate)));
  return samples.slice(first, last);
}

/** Has sounds made and measured in a worker, each once. */
export class SoundMaker {
  private worker: Worker | null = null;
  private readonly waiting = new Map<string, (made: SoundMade) => void>();
  private tasks = 0;

  constructor(private readonly makeWorker: () => Worker) {}

  /** One of Gavirn's own, whole or cut; null when there is none of that id. */
  async made(id: string, cut: Cut | null = null): Promise<Ready | null> {
    if (!soundById(id)) return null;
    const { samples, lufs, truePeakDb } = await this.ask({ id });
    if (!samples || !cut) return samples && { channels: [samples], rate: RATE, lufs, truePeakDb, cut: null };
    const channels = [cutOf(samples, RATE, cut)];
    return { channels, rate: RATE, ...(await this.measure([...channels], RATE)), cut };
  }

  /** One of the streamer's, from its file. What is cut away is not measured. */
  async own(bytes: ArrayBuffer, cut: Cut): Promise<Ready> {
    const buffer = await decodeSound(bytes);
    const channels = Array.from({ length: Math.min(2, buffer.numberOfChannels) }, (_, n) =>
      cutOf(buffer.getChannelData(n), buffer.sampleRate, cut),
    );
    const { lufs, truePeakDb } = await this.measure(channels, buffer.sampleRate);
    return { channels, rate: buffer.sampleRate, lufs, truePeakDb, cut };
  }

  /** @returns LUFS and dBTP; −Infinity for silence */
  measure(channels: Float32Array[], rate: number): Promise<SoundMade> {
    this.tasks += 1;
    return this.ask({ id: `measure ${this.tasks}`, channels, rate });
  }

  private ask(task: SoundTask): Promise<SoundMade> {
    this.worker ??= this.start();
    const { worker } = this;
    return new Promise((resolve) => {
      this.waiting.set(task.id, resolve);
      worker.postMessage(task);
    });
  }

  private start(): Worker {
    const worker = this.makeWorker();
    worker.onmessage = ({ data }: MessageEvent<SoundMade>) => {
      this.waiting.get(data.id)?.(data);
      this.waiting.delete(data.id);
    };
    return worker;
  }
}
