import { soundById } from '@/core/sound/library';
import { levelling, measureLoudness } from '@/core/sound/loudness';
import { RATE, synthesize } from '@/core/sound/synth';

/* Makes one of Gavirn's sounds apart from the page, and measures it: a bell takes as long as twenty frames. */
self.onmessage = ({ data: id }: MessageEvent<string>) => {
  const sound = soundById(id);
  if (!sound) return self.postMessage({ id, samples: null, gain: 1 });
  const samples = synthesize(sound.recipe);
  const gain = 10 ** (levelling(measureLoudness([samples], RATE)) / 20);
  self.postMessage({ id, samples, gain }, { transfer: [samples.buffer] });
};
