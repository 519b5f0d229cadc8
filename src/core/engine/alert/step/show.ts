import { z } from 'zod';
import { mediaKind } from '@/core/media/media';
import { lookSchema, lookWords } from '@/core/engine/alert/look';
import { wordsProblem } from '@/core/words/message';
import { soundsAfter, type Sound } from '../audible';
import { show as ask } from '../playing';
import { audibleOf } from '../said';
import type { AlertHost, AlertShow } from '../slice';
import type { StepKind } from '@/core/engine/kernel/feature';

const schema = z.object({
  kind: z.literal('show'),
  /** The id of a spotlight piece. */
  spotlight: z.string().min(1).max(100),
  words: z.string().max(300),
  seconds: z.number().min(1).max(120),
  /** Absent: words alone, as the spotlight moves them. */
  look: lookSchema.optional(),
});

/** Shows words, and a picture if there is one, in a spotlight for a while. */
export const show: StepKind<z.infer<typeof schema>, AlertShow, AlertHost> = {
  kind: 'show',
  schema,
  title: 'Show words and a picture',
  make: (of) => ({
    kind: 'show',
    spotlight: of.pieces.find(({ kind }) => kind === 'spotlight')?.id ?? 'spotlight',
    words: 'Thank you, {viewer}',
    seconds: 4,
  }),
  sentence: (step, of) => [
    { text: 'show ' },
    { text: `“${step.words || '…'}”`, field: 'words' },
    { text: ' in ' },
    {
      text: of.pieces.find(({ id, kind }) => id === step.spotlight && kind === 'spotlight')?.name ?? 'no spotlight',
      field: 'spotlight',
    },
    { text: ' for ' },
    { text: `${step.seconds} s`, field: 'seconds' },
    ...(step.look && step.look.picture !== ''
      ? [
          { text: ' ' },
          { text: lookWords(step.look, (id) => of.media.find((one) => one.id === id)?.name ?? null), field: 'look' },
        ]
      : []),
  ],
  settings: [
    { field: 'words', label: 'Words on the frame', setting: 'words' },
    { field: 'look', label: 'Picture and motion', setting: 'look' },
    { field: 'spotlight', label: 'Spotlight', setting: 'one', of: 'spotlights' },
    { field: 'seconds', label: 'Length', setting: 'number', least: 1, most: 120, unit: 'seconds' },
  ],
  problem(step, of) {
    if (!of.pieces.some(({ id, kind }) => id === step.spotlight && kind === 'spotlight'))
      return 'Its spotlight is not on the stage any more. Choose another one.';
    const picture = step.look?.picture ?? '';
    if (picture !== '' && picture !== 'initials') {
      const file = of.media.find(({ id }) => id === picture);
      if (!file) return 'Its picture is gone. Choose another one.';
      if (mediaKind(file) === 'sound') return 'Its picture is a sound. Choose another one.';
    }
    if (step.words.trim() === '') return picture === '' ? 'It has no words to show.' : null;
    if ((step.look?.wordsAfter ?? 0) >= step.seconds)
      return 'Its words come after the alert has gone. Let them come earlier.';
    return wordsProblem(step.words, of.language);
  },
  run(state, { spotlight, words, seconds, look }, { cue, at, cause, emit }) {
    if (!state.derived.spotlights.has(spotlight)) return;
    const sounds =
      cue.steps.length === 1 ? NO_SOUNDS : soundsAfter(cue.steps, at, cause, (each) => audibleOf(state, each, cause));
    const { trial, values, joins, key, names, worth } = cause;
    ask(
      state,
      { cue: cue.id, spotlight, words, length: seconds * 1000, sounds, look, trial, values, joins, key, names, worth },
      emit,
    );
  },
};

const NO_SOUNDS: readonly Sound[] = [];
