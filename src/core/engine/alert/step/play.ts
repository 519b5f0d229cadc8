import { z } from 'zod';
import { mediaKind } from '@/core/media/media';
import type { Show } from '@/core/show/show';
import { SOUNDS, soundName } from '@/core/sound/library';
import type { StepKind } from '@/core/engine/cue/step/step';

const schema = z.object({
  kind: z.literal('play'),
  /** The id of one of Gavirn's sounds, or of one of the show's own. */
  sound: z.string().min(1).max(100),
  /** Percent of the level at which all sounds are alike. */
  volume: z.number().min(0).max(100),
});
export type PlayStep = z.infer<typeof schema>;

const nameOf = (id: string, of: Show): string | null =>
  soundName(id) ?? of.media.find((file) => file.id === id && mediaKind(file) === 'sound')?.name ?? null;

/** Plays a sound, from the outlet that sounds. */
export const play: StepKind<'play', typeof schema> = {
  kind: 'play',
  schema,
  title: 'Play a sound',
  make: () => ({ kind: 'play', sound: SOUNDS[0]?.id ?? 'wood-block', volume: 100 }),
  sentence: (step, of) => [
    { text: 'play ' },
    { text: nameOf(step.sound, of) ?? 'a sound that is gone', field: 'sound' },
    ...(step.volume === 100 ? [] : [{ text: ' at ' }, { text: `${step.volume} %`, field: 'volume' }]),
  ],
  settings: [
    { field: 'sound', label: 'Sound', setting: 'one', of: 'sounds' },
    { field: 'volume', label: 'Volume', setting: 'number', least: 0, most: 100, step: 10, unit: '%' },
  ],
  trouble(step, of) {
    if (nameOf(step.sound, of) === null) return 'Its sound is gone. Choose another one.';
    if (step.volume === 0) return 'Its volume is 0 %: nothing will be heard.';
    return of.outlets.some(({ sounds }) => sounds) ? null : 'No outlet sounds. Choose one on the Outlets page.';
  },
};
