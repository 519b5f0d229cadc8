import { KIT } from '@/core/engine/features';
import { phrase, type Phrase } from '@/core/words/phrase';

/* How much a show's document may hold, found before it is read: a schema looks at every entry of a list before it says that they are too many. */

/** The longest list that a show has anywhere (notes), and all values of a document together. */
const LONGEST_LIST = 5000;
const MOST_VALUES = 400_000;
/** Lists whose entries take long to read, by the name they stand under: as many as their schemas take (show.ts). */
const MOST: Readonly<Record<string, number>> = {
  pieces: 100,
  cues: 500,
  steps: 20,
  feeds: 20,
  outlets: 50,
  scenes: 12,
  teams: 12,
  media: 500,
  rules: 40,
  rungs: 50,
  choices: 60,
  perks: 100,
  looks: 40,
  dismissed: 500,
  ...Object.fromEntries([...KIT.lists.values()].map(({ list, most }) => [list, most])),
};

/** Why a document is too large to be read, in a sentence; null when it is not. */
export function sizeProblem(document: unknown): Phrase | null {
  const waiting: { name: string; value: unknown }[] = [{ name: '', value: document }];
  let values = 0;
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { name, value } = next;
    values += 1;
    if (values > MOST_VALUES) return phrase('The show holds more than Gavirn can work with.');
    if (Array.isArray(value)) {
      const most = MOST[name] ?? LONGEST_LIST;
      if (value.length > most)
        return phrase('The show has {value, number} {name} in one list; no more than {most, number} are possible.', {
          value: value.length,
          name: name || 'entries',
          most,
        });
      for (const each of value) waiting.push({ name: '', value: each });
    } else if (typeof value === 'object' && value !== null) {
      const names = Object.keys(value);
      if (names.length > LONGEST_LIST) return phrase('The show has more entries in one place than are possible.');
      for (const each of names) waiting.push({ name: each, value: (value as Record<string, unknown>)[each] });
    }
  }
  return null;
}
