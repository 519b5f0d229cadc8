import { levelling } from '@/core/sound/loudness';
import type { SoundPlan } from '@/core/sound/plan';
import { Meter } from './meter';
import type { Ready } from './sound-maker';

/** What plays is lowered to this factor while something newer plays: about 9 dB. */
const DUCKED = 0.35;

interface Voice {
  duck: GainNode;
  source: AudioBufferSourceNode;
}

/** Plays sounds at the streamer's level: several at once, or one after another; what plays makes way for what comes. */
export class Voices {
  private readonly playing: Voice[] = [];
  /** When the last sound in line will have ended, by the context's clock. */
  private busyUntil = 0;

  private readonly meter: Meter | null;

  /** @param onPlayed told, each time it is quiet again, how loud it was at its peak, dBFS */
  constructor(
    private readonly context: AudioContext,
    onPlayed?: (peakDb: number) => void,
  ) {
    this.meter = onPlayed ? new Meter(context, onPlayed) : null;
  }

  /** @param volume a factor */
  play({ channels, rate, lufs, truePeakDb, cut }: Ready, volume: number, plan: SoundPlan): void {
    const { context } = this;
    const length = channels[0]?.length ?? 0;
    if (length === 0) return;
    const buffer = context.createBuffer(channels.length, length, rate);
    for (const [n, samples] of channels.entries()) buffer.copyToChannel(samples, n);
    const source = context.createBufferSource();
    source.buffer = buffer;
    const level = context.createGain();
    const duck = context.createGain();
    source
      .connect(level)
      .connect(duck)
      .connect(this.meter?.node ?? context.destination);
    const at = plan.together === 'queue' ? Math.max(context.currentTime, this.busyUntil) : context.currentTime;
    this.busyUntil = at + buffer.duration;
    const gain = volume * 10 ** (levelling({ lufs, truePeakDb }, { lufs: plan.target, peakDb: plan.peak }) / 20);
    shape(level.gain, gain, { at, seconds: buffer.duration, fadeIn: cut?.fadeIn ?? 0, fadeOut: cut?.fadeOut ?? 0 });
    if (plan.duck && plan.together === 'mix') this.lower(at);
    const voice = { duck, source };
    this.playing.push(voice);
    source.onended = () => {
      this.playing.splice(this.playing.indexOf(voice), 1);
      if (this.playing.length === 0) this.meter?.stop();
      this.playing.at(-1)?.duck.gain.setTargetAtTime(1, context.currentTime, 0.12);
    };
    source.start(at);
    this.meter?.start();
  }

  /** Makes way: what plays is lowered, until what came after it has ended. */
  private lower(at: number): void {
    for (const { duck } of this.playing) duck.gain.setTargetAtTime(DUCKED, at, 0.03);
  }

  /** While something is said. */
  duckAll(on: boolean): void {
    for (const { duck } of this.playing) duck.gain.setTargetAtTime(on ? DUCKED : 1, this.context.currentTime, 0.06);
  }

  /** Ends all that plays and waits. */
  stop(): void {
    for (const { source } of this.playing) source.stop();
    this.busyUntil = 0;
  }
}

function shape(
  param: AudioParam,
  gain: number,
  { at, seconds, fadeIn, fadeOut }: { at: number; seconds: number; fadeIn: number; fadeOut: number },
): void {
  const rise = Math.min(fadeIn, seconds);
  const fall = Math.min(fadeOut, seconds - rise);
  param.setValueAtTime(rise > 0 ? 0 : gain, at);
  if (rise > 0) param.linearRampToValueAtTime(gain, at + rise);
  if (fall <= 0) return;
  param.setValueAtTime(gain, at + seconds - fall);
  param.linearRampToValueAtTime(0, at + seconds);
}
