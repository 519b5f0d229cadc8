/** So many samples are looked at together: 43 ms at 48 kHz, and as often. */
const SAMPLES = 2048;
const EVERY_MS = 40;
/** What is silent, dBFS. */
const SILENCE_DB = -200;

/** Stands between what plays and the loudspeaker, and knows how loud it was. */
export class Meter {
  readonly node: AnalyserNode;
  private timer: ReturnType<typeof setInterval> | undefined;
  private readonly samples = new Float32Array(SAMPLES);
  private peak = 0;

  /** @param onPlayed told the peak since `start` at each `stop`, dBFS */
  constructor(
    context: AudioContext,
    private readonly onPlayed: (peakDb: number) => void,
  ) {
    this.node = context.createAnalyser();
    this.node.fftSize = SAMPLES;
    this.node.connect(context.destination);
  }

  start(): void {
    this.timer ??= setInterval(() => this.look(), EVERY_MS);
  }

  stop(): void {
    if (this.timer === undefined) return;
    this.look();
    clearInterval(this.timer);
    this.timer = undefined;
    this.onPlayed(this.peak > 0 ? 20 * Math.log10(this.peak) : SILENCE_DB);
    this.peak = 0;
  }

  private look(): void {
    this.node.getFloatTimeDomainData(this.samples);
    for (const sample of this.samples) this.peak = Math.max(this.peak, Math.abs(sample));
  }
}
