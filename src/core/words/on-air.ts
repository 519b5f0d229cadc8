import ar from './on-air/ar.json';
import es from './on-air/es.json';
import ja from './on-air/ja.json';
import {
  asKept,
  phrase,
  sayer,
  type Catalogue,
  type Phrase,
  type PhraseValues,
  type Sayer,
  type WrittenOut,
} from './phrase';

/* What Gavirn itself says to viewers: on the frame, and in chat. It is in the language of the show, whatever the app's is. */

const CATALOGUES: Readonly<Record<string, Catalogue>> = { ar, es, ja };
const MOST_KEPT = 100;
const sayers = new Map<string, Sayer>();

/** Says what viewers read. A language that there are no words in is answered in English. */
function sayerOf(language: string): Sayer {
  const known = sayers.get(language);
  if (known) return known;
  // Shows may name any language that there is.
  if (sayers.size >= MOST_KEPT) sayers.clear();
  const catalogue = CATALOGUES[language.split('-')[0]?.toLowerCase() ?? ''];
  const made = catalogue ? sayer(language, catalogue) : sayer('en-GB', null);
  sayers.set(language, made);
  return made;
}

/** @param language the show's (BCP 47) @param id the message in English, in ICU MessageFormat @param values what stands in it */
export const aired = <const I extends string>(language: string, id: WrittenOut<I>, values?: PhraseValues): string =>
  sayerOf(language).say(phrase<I>(id, values));

/** Things that stand one below the other on the frame, in one line as the show's language puts such lists. */
export const airedRows = (language: string, said: readonly string[]): string => sayerOf(language).rows(said);

/** What is kept among a show's values, and said by `airedPhrase` in the show's language where it is read, such as the names of several people. */
export const airedLater = <const I extends string>(id: WrittenOut<I>, values?: PhraseValues): string =>
  asKept(phrase<I>(id, values));

/** Says in the language of the show what `airedLater` has kept. */
export const airedPhrase = (language: string, said: Phrase): string => sayerOf(language).say(said);

/** Words of a show that Gavirn proposes, such as a new cue's. What stands in braces in them is a field of the show's, and is left as it is. */
export const proposed = <const I extends string>(language: string, words: WrittenOut<I>): string =>
  CATALOGUES[language.split('-')[0]?.toLowerCase() ?? '']?.[words as string] ?? (words as string);
