import ar from './on-air/ar.json';
import es from './on-air/es.json';
import ja from './on-air/ja.json';
import { phrase, sayer, type Catalogue, type PhraseValues, type Sayer, type WrittenOut } from './phrase';

/* What Gavirn itself says to viewers: on the frame, and in chat. It is in the language of the show, whatever the app's is. */

const CATALOGUES: Readonly<Record<string, Catalogue>> = { ar, es, ja };
const sayers = new Map<string, Sayer>();

/** Says what viewers read. A language that there are no words in is answered in English. */
function sayerOf(language: string): Sayer {
  const known = sayers.get(language);
  if (known) return known;
  const catalogue = CATALOGUES[language.split('-')[0]?.toLowerCase() ?? ''];
  const made = catalogue ? sayer(language, catalogue) : sayer('en-GB', null);
  sayers.set(language, made);
  return made;
}

/** @param language the show's (BCP 47) @param id the message in English, in ICU MessageFormat @param values what stands in it */
export const aired = <const I extends string>(language: string, id: WrittenOut<I>, values?: PhraseValues): string =>
  sayerOf(language).say(phrase<I>(id, values));

/** Words of a show that Gavirn proposes, such as a new cue's. What stands in braces in them is a field of the show's, and is left as it is. */
export const proposed = <const I extends string>(language: string, words: WrittenOut<I>): string =>
  CATALOGUES[language.split('-')[0]?.toLowerCase() ?? '']?.[words as string] ?? (words as string);
