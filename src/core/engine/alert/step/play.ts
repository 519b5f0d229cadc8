import { z } from 'zod';
import { withOthers, variants } from '@/core/engine/cue/variants';
import { mediaKind } from '@/core/media/media';
import { SOUNDS, soundName } from '@/core/sound/library';
import { isWithAlert } from '../audible';
import { hear } from '../playing';
import { audibleOf } from '../said';
import type { AlertHost, AlertShow } from '../slice';
import type { StepKind } from '@/core/engine/kernel/feature';
import { phrase, type Sayable } from '@/core/words/phrase';

const schema = z.object({
  kind: z.literal('play'),
  /** The id of one of Gavirn's sounds, or of one of the show's own. */
  sound: z.string().min(1).max(100),
  /** Percent of the level at which all sounds are alike. */
  volume: z.number().min(0).max(100),
  ...variants({ sound: z.string().min(1).max(100) }),
});
type PlayStep = z.infer<typeof schema>;

const nameOf = (id: string, of: AlertShow): Sayable | null =>
  soundName(id) ?? of.media.find((file) => file.id === id && mediaKind(file) === 'sound')?.name ?? null;

/** Plays a sound, from the outlet that sounds. */
export const play: StepKind<PlayStep, AlertShow, AlertHost> = {
  kind: 'play',
  schema,
  title: phrase('Play a sound'),
  make: () => ({ kind: 'play', sound: SOUNDS[0]?.id ?? 'wood-block', volume: 100 }),
  sentence: (step, of) => {
    const sound = withOthers(nameOf(step.sound, of) ?? phrase('a sound that is gone'), step);
    return step.volume === 100
      ? phrase('play <set-sound>{sound}</set-sound>', { sound })
      : phrase('play <set-sound>{sound}</set-sound> at <set-volume>{volume} %</set-volume>', {
          sound,
          volume: step.volume,
        });
  },
  settings: [
    { field: 'sound', label: phrase('Sound'), setting: 'one', of: 'sounds' },
    { field: 'volume', label: phrase('Volume'), setting: 'number', least: 0, most: 100, step: 10, unit: phrase('%') },
  ],
  problem(step, of) {
    if ([step, ...(step.more ?? [])].some(({ sound }) => nameOf(sound, of) === null))
      return phrase('Its sound is gone. Choose another one.');
    if (step.volume === 0) return phrase('Its volume is 0 %: nothing will be heard.');
    return of.outlets.some(({ sounds }) => sounds) ? null : phrase('No outlet sounds. Choose one on the Outlets page.');
  },
  run(state, step, { cue, at, cause }) {
    if (isWithAlert(cue.steps, at)) return;
    const heard = audibleOf(state, step, cause);
    if (heard) hear(state, heard, state.now);
  },
};
