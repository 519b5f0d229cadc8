import emojiRegex from 'emoji-regex';

/*
 * Emoji are drawn as images of one open set (@twemoji/svg): a system's own emoji font differs from machine to machine, or is not
 * there at all.
 */

// One emoji, whole, also without its selectors, as UTS #51 lists them. A property of strings (\p{RGI_Emoji}) needs a browser of 2023.
const EMOJI = new RegExp(`^(?:${emojiRegex().source})$`);
// A digit or a sign alone is in no set of pictures; it becomes one only with a keycap, which RGI_Emoji has.
const MAYBE = /\p{Extended_Pictographic}|\p{Regional_Indicator}|\u20e3/u;
const graphemes = new Intl.Segmenter(undefined, { granularity: 'grapheme' });

/** Text in the clusters that a reader takes for one character (UAX #29). */
export const clusters = (text: string): string[] => Array.from(graphemes.segment(text), ({ segment }) => segment);

export const hasEmoji = (text: string): boolean => MAYBE.test(text);

/** True when the cluster is drawn as an image. */
export function isEmoji(cluster: string): boolean {
  // A pictograph without its variation selector ("❤") is drawn as one all the same: viewers type it so.
  return MAYBE.test(cluster) && (EMOJI.test(cluster) || EMOJI.test(`${cluster}\ufe0f`));
}

/** The one joined sequence whose file the set names without its selectors. */
const ODD_NAMES: Readonly<Record<string, string>> = { '1f441-fe0f-200d-1f5e8-fe0f': '1f441-200d-1f5e8' };

/** The image of an emoji: `emoji:` and the set's file name, code points in hex without U+FE0F, which only a joined sequence keeps. */
export function emojiSource(cluster: string): string {
  const points = Array.from(cluster, (char) => (char.codePointAt(0) ?? 0).toString(16));
  const named = points.includes('200d') ? points : points.filter((point) => point !== 'fe0f');
  const name = named.join('-');
  return `emoji:${ODD_NAMES[name] ?? name}`;
}
