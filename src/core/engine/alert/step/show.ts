import { z } from 'zod';
import { mediaKind } from '@/core/media/media';
import { lookSchema, lookWords } from '@/core/engine/alert/look';
import { anyWordsProblem } from '@/core/engine/cue/words-problem';
import { isVaried, withOthers, variants } from '@/core/engine/cue/variants';
import { soundsAfter, type Sound } from '../audible';
import { show as ask } from '../playing';
import { audibleOf } from '../said';
import type { AlertHost, AlertShow } from '../slice';
import type { StepKind } from '@/core/engine/kernel/feature';
import { phrase, type Phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

const schema = z.object({
  kind: z.literal('show'),
  /** The id of a spotlight piece. */
  spotlight: z.string().min(1).max(100),
  words: z.string().max(300),
  seconds: z.number().min(1).max(120),
  /** Absent: words alone, as the spotlight moves them. */
  look: lookSchema.optional(),
  ...variants({ words: z.string().max(300), picture: lookSchema.shape.picture.optional() }),
});

/** Shows words, and a picture if there is one, in a spotlight for a while. */
export const show: StepKind<z.infer<typeof schema>, AlertShow, AlertHost> = {
  kind: 'show',
  schema,
  title: phrase('Show words and a picture'),
  make: (of) => ({
    kind: 'show',
    spotlight: of.pieces.find(({ kind }) => kind === 'spotlight')?.id ?? 'spotlight',
    words: proposed(of.language, 'Thank you, {viewer}'),
    seconds: 4,
  }),
  sentence: (step, of) => {
    const values = {
      words: withOthers(phrase('“{words}”', { words: step.words || '…' }), step),
      spotlight:
        of.pieces.find(({ id, kind }) => id === step.spotlight && kind === 'spotlight')?.name ?? phrase('no spotlight'),
      seconds: step.seconds,
    };
    const look = lookWords(step.look, (id) => of.media.find((one) => one.id === id)?.name ?? null);
    return look
      ? phrase(
          'show <set-words>{words}</set-words> in <set-spotlight>{spotlight}</set-spotlight> for <set-seconds>{seconds} s</set-seconds> <set-look>{look}</set-look>',
          { ...values, look },
        )
      : phrase(
          'show <set-words>{words}</set-words> in <set-spotlight>{spotlight}</set-spotlight> for <set-seconds>{seconds} s</set-seconds>',
          values,
        );
  },
  settings: [
    { field: 'words', label: phrase('Words on the frame'), setting: 'words' },
    { field: 'look', label: phrase('Picture and motion'), setting: 'look' },
    { field: 'spotlight', label: phrase('Spotlight'), setting: 'one', of: 'spotlights' },
    { field: 'seconds', label: phrase('Duration'), setting: 'number', least: 1, most: 120, unit: phrase('seconds') },
  ],
  problem(step, of) {
    if (!of.pieces.some(({ id, kind }) => id === step.spotlight && kind === 'spotlight'))
      return phrase('Its spotlight is not on the stage any more. Choose another one.');
    const picture = step.look?.picture ?? '';
    for (const each of [picture, ...(step.more ?? []).map((other) => other.picture ?? '')]) {
      const wrong = pictureProblem(each, of);
      if (wrong !== null) return wrong;
    }
    if (step.words.trim() === '') return picture === '' ? phrase('It has no words to show.') : null;
    if ((step.look?.wordsAfter ?? 0) >= step.seconds)
      return phrase('Its words come after the alert has gone. Let them come earlier.');
    return anyWordsProblem(step, of.language);
  },
  run(state, shown, { cue, at, cause, emit }) {
    const { spotlight, words, seconds, look } = shown;
    if (!state.derived.spotlights.has(spotlight)) return;
    const sounds =
      cue.steps.length === 1 ? NO_SOUNDS : soundsAfter(cue.steps, at, cause, (each) => audibleOf(state, each, cause));
    const { trial, values, joins, key, names, worth } = cause;
    ask(
      state,
      {
        cue: cue.id,
        spotlight,
        words,
        step: isVaried(shown) ? at : undefined,
        length: seconds * 1000,
        sounds,
        look,
        trial,
        values,
        joins,
        key,
        names,
        worth,
      },
      emit,
    );
  },
};

/** Why a picture cannot be shown; null where it can, or there is none. */
function pictureProblem(picture: string, of: AlertShow): Phrase | null {
  if (picture === '' || picture === 'initials') return null;
  const file = of.media.find(({ id }) => id === picture);
  if (!file) return phrase('Its picture is gone. Choose another one.');
  return mediaKind(file) === 'sound' ? phrase('Its picture is a sound. Choose another one.') : null;
}

const NO_SOUNDS: readonly Sound[] = [];
