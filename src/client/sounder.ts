import type { Heard } from '@/core/engine/heard';
import { RATE } from '@/core/sound/synth';

/** A sound as the worker made it: one channel at RATE, and the factor that makes it as loud as all others. */
interface Made {
  id: string;
  samples: Float32Array<ArrayBuffer> | null;
  gain: number;
}

export interface SounderOptions {
  /** The worker that makes sounds (src/worker/sound.worker.ts). */
  makeWorker: () => Worker;
  /** The browser does not let the page sound until it is touched; or it does again. */
  onBlocked?: (blocked: boolean) => void;
  /** What was just heard, in words. */
  onHeard?: (heard: Heard) => void;
}

/** What came longer ago than this, ms, is not played any more: late applause is worse than none. */
const LATE_MS = 1500;

/** Plays what is to be heard: each thing once, at the level that the streamer chose. */
export class Sounder {
  private context: AudioContext | null = null;
  private worker: Worker | null = null;
  private readonly made = new Map<string, Promise<Made>>();
  private readonly waiting = new Map<string, (made: Made) => void>();
  private readonly known = new Set<string>();

  constructor(private readonly options: SounderOptions) {}

  /** @param now the engine's clock, ms */
  hear(list: readonly Heard[], now: number): void {
    for (const heard of list) {
      if (this.known.has(heard.id)) continue;
      this.known.add(heard.id);
      if (now - heard.at > LATE_MS) continue;
      if (heard.at <= now) this.sound(heard);
      else setTimeout(() => this.sound(heard), heard.at - now);
    }
  }

  private sound(heard: Heard): void {
    if (heard.kind === 'sound') void this.play(heard.sound, heard.volume / 100);
    else this.speak(heard.text);
    this.options.onHeard?.(heard);
  }

  /** Has sounds ready, so that the first of each does not come late. */
  prepare(ids: readonly string[]): void {
    for (const id of ids) void this.make(id);
  }

  /** Plays one sound now. `volume`: a factor. */
  async play(id: string, volume: number): Promise<void> {
    const { samples, gain } = await this.make(id);
    if (!samples || samples.length === 0) return;
    this.context ??= new AudioContext();
    const { context } = this;
    if (context.state === 'suspended') {
      void context.resume();
      this.tellBlocked(context);
    }
    const buffer = context.createBuffer(1, samples.length, RATE);
    buffer.copyToChannel(samples, 0);
    const source = context.createBufferSource();
    source.buffer = buffer;
    const level = context.createGain();
    level.gain.value = gain * volume;
    source.connect(level).connect(context.destination);
    source.start();
  }

  private tellBlocked(context: AudioContext): void {
    // A browser that allows it needs a moment to begin.
    setTimeout(() => {
      const blocked = context.state === 'suspended';
      this.options.onBlocked?.(blocked);
      if (!blocked) return;
      window.addEventListener('pointerdown', () => void context.resume().then(() => this.options.onBlocked?.(false)), { once: true });
    }, 400);
  }

  private speak(text: string): void {
    const voices = window.speechSynthesis?.getVoices() ?? [];
    if (voices.length === 0) return;
    const said = new SpeechSynthesisUtterance(text.replace(/[\u2066-\u2069]/g, ''));
    said.lang = document.documentElement.lang;
    window.speechSynthesis.speak(said);
  }

  private make(id: string): Promise<Made> {
    let made = this.made.get(id);
    if (!made) {
      this.worker ??= this.startWorker();
      const { worker } = this;
      made = new Promise((resolve) => {
        this.waiting.set(id, resolve);
        worker.postMessage(id);
      });
      this.made.set(id, made);
    }
    return made;
  }

  private startWorker(): Worker {
    const worker = this.options.makeWorker();
    worker.onmessage = ({ data }: MessageEvent<Made>) => {
      this.waiting.get(data.id)?.(data);
      this.waiting.delete(data.id);
    };
    return worker;
  }
}
