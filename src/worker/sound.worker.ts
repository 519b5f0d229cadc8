import { soundById } from '@/core/sound/library';
import { measureLoudness } from '@/core/sound/loudness';
import { RATE, synthesize } from '@/core/sound/synth';

/** One of Gavirn's sounds is to be made and measured, or one of the streamer's own is to be measured. */
export type SoundTask = { id: string } | { id: string; channels: Float32Array[]; rate: number };
/** `samples`: of a sound that was made; one channel at RATE, null when there is no such sound. */
export interface SoundMade {
  id: string;
  samples: Float32Array<ArrayBuffer> | null;
  lufs: number;
  truePeakDb: number;
}

/* Makes and measures sounds apart from the page: a bell takes as long as twenty frames. */
self.onmessage = ({ data }: MessageEvent<SoundTask>) => {
  const { id } = data;
  if ('channels' in data) {
    const { lufs, truePeakDb } = measureLoudness(data.channels, data.rate);
    return self.postMessage({ id, samples: null, lufs, truePeakDb } satisfies SoundMade);
  }
  const sound = soundById(id);
  if (!sound)
    return self.postMessage({ id, samples: null, lufs: -Infinity, truePeakDb: -Infinity } satisfies SoundMade);
  const samples = new Float32Array(synthesize(sound.recipe));
  const { lufs, truePeakDb } = measureLoudness([samples], RATE);
  self.postMessage({ id, samples, lufs, truePeakDb } satisfies SoundMade, { transfer: [samples.buffer] });
};
