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

const channelsOf = (buffer: AudioBuffer, { from, until }: Cut): Float32Array<ArrayBuffer>[] => {
  const first = Math.min(buffer.length, Math.round(from * buffer.sampleRate));
  const last = Math.max(
    first,
    Math.min(buffer.length, until === null ? buffer.length : Math.round(until * buffer.sampleRate)),
  );
  return Array.from({ length: Math.min(2, buffer.numberOfChannels) }, (_, n) =>
    buffer.getChannelData(n).slice(first, last),
  );
};

/** Has sounds made and measured in a worker, each once. */
export class SoundMaker {
  private worker: Worker | null = null;
  private readonly waiting = new Map<string, (made: SoundMade) => void>();
  private tasks = 0;

  constructor(private readonly makeWorker: () => Worker) {}

  /** One of Gavirn's own; null when there is none of that id. */
  async made(id: string): Promise<Ready | null> {
    if (!soundById(id)) return null;
    const { samples, lufs, truePeakDb } = await this.ask({ id });
    return samples && { channels: [samples], rate: RATE, lufs, truePeakDb, cut: null };
  }

  /** One of the streamer's, from its file. What is cut away is not measured. */
  async own(bytes: ArrayBuffer, cut: Cut): Promise<Ready> {
    const buffer = await decodeSound(bytes);
    const channels = channelsOf(buffer, cut);
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
