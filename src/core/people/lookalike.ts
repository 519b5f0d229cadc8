import CONFUSABLES from './confusables.json';
import type { Imitation } from './imitation';

/* Names that imitate others. */

const prototypes: Readonly<Record<string, string>> = CONFUSABLES.prototypes;
// Default ignorable code points are dropped (UTS #39, section 4, in its later versions): they are seen by nobody.
const IGNORABLE =
  /[\u00ad\u034f\u061c\u115f\u1160\u17b4\u17b5\u180b-\u180f\u200b-\u200f\u202a-\u202e\u2060-\u206f\u3164\ufe00-\ufe0f\ufeff\uffa0]/g;

/** The skeleton of a text (Unicode UTS #39, section 4 "Confusable Detection"): NFD, each character by its prototype, NFD. */
export function skeleton(text: string): string {
  return Array.from(text.normalize('NFD').replace(IGNORABLE, ''), (char) => prototypes[char] ?? char)
    .join('')
    .normalize('NFD');
}

/** How a name looks, without regard to case and outer space: as it is written, and in small letters (a capital I looks like an l, and is an i). */
const likenesses = (name: string): string[] =>
  [...new Set([skeleton(skeleton(name.trim()).toLowerCase()), skeleton(name.trim().toLowerCase())])].filter(
    (look) => look !== '',
  );

/** True when a name is another one that looks the same. */
export function imitates(name: string, other: string): boolean {
  const looks = likenesses(other);
  return name !== other && likenesses(name).some((look) => looks.includes(look));
}

/** True when one letter put in, taken out or changed, or two that trade places, makes one name of the other (case aside). */
export function oneEditApart(name: string, other: string): boolean {
  const [a, b] = [Array.from(name.toLowerCase()), Array.from(other.toLowerCase())];
  if (Math.abs(a.length - b.length) > 1 || a.join('') === b.join('')) return false;
  let start = 0;
  while (start < Math.min(a.length, b.length) && a[start] === b[start]) start += 1;
  let end = 0;
  while (end < Math.min(a.length, b.length) - start && a[a.length - 1 - end] === b[b.length - 1 - end]) end += 1;
  const [left, right] = [a.slice(start, a.length - end), b.slice(start, b.length - end)];
  return (
    (left.length <= 1 && right.length <= 1) ||
    (left.length === 2 && right.length === 2 && left[0] === right[1] && left[1] === right[0])
  );
}

/** How many names are remembered. */
const KEPT_NAMES = 20_000;

/** Notices a viewer whose name looks like that of another who was there before. */
export class Lookalikes {
  private readonly met = new Map<string, string>();
  private readonly seen = new Map<string, { key: string; name: string; trusted: boolean }>();

  /**
   * Takes note of a viewer.
   * @param key tells one account from another
   * @param trusted a moderator or the streamer: even the very same name is then an imitation
   */
  meet(key: string, name: string, trusted: boolean): Imitation | null {
    // Nearly every event is by someone who was met before under the same name.
    if (this.met.get(key) === name) return null;
    if (this.met.size < KEPT_NAMES) this.met.set(key, name);
    const looks = likenesses(name);
    const known = looks.map((look) => this.seen.get(look)).find((each) => each !== undefined && each.key !== key);
    if (!known || (trusted && !known.trusted)) {
      if (this.seen.size < KEPT_NAMES) for (const look of looks) this.seen.set(look, { key, name, trusted });
      return known ? { name: known.name, like: name } : null;
    }
    // Two people may well have the same name; two spellings that look the same are no accident.
    return known.trusted || known.name.trim().toLowerCase() !== name.trim().toLowerCase()
      ? { name, like: known.name }
      : null;
  }
}
