import { ENGLISH, phrase, type PhraseValues, type Sayable, type SaidPart, type WrittenOut } from '@/core/words/phrase';

/* The language that the app speaks. It is set before anything is shown (`language.ts`), and the whole is made anew when it changes. */

let speaks = ENGLISH;

export function speak(next: typeof speaks): void {
  speaks = next;
}

/** The language of the app (BCP 47): for numbers, dates and lists. */
export const spoken = (): string => speaks.language;

/** Says a message of the app: its id is what it says in English, written out. */
export const say = <const I extends string>(id: WrittenOut<I>, values?: PhraseValues): string =>
  speaks.say(phrase<I>(id, values));

/** Says what core or the server gave: a phrase, or text that is nobody's to translate. */
export function saying(said: Sayable): string;
export function saying(said: Sayable | null | undefined): string | undefined;
export function saying(said: Sayable | null | undefined): string | undefined {
  return said == null ? undefined : speaks.say(said);
}

/** The same with the parts that stand in tags apart. */
export const sayingParts = (said: Sayable): SaidPart[] => speaks.parts(said);
