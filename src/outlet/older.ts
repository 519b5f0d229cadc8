import 'builtins-since-oldest';
import { splitGraphemes } from 'unicode-segmenter/grapheme';

/*
 * Loaded before the outlet's page only where something is missing (first.ts): ECMAScript's own by core-js, as the build lists what is newer
 * than the oldest browser; and Intl.Segmenter, which core-js has not.
 */

/** Letters, digits and what joins them; of scripts that write no spaces each character is a word of its own. */
const WORD =
  /[\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}]\p{M}*|[\p{L}\p{N}][\p{L}\p{N}\p{M}'’]*|[^\p{L}\p{N}]/gu;
const WORDLIKE = /^[\p{L}\p{N}]/u;

interface Segment {
  segment: string;
  index: number;
  input: string;
  isWordLike?: boolean;
}

class StandInSegmenter {
  private readonly granularity: string;

  constructor(_locales?: string | string[], { granularity = 'grapheme' }: { granularity?: string } = {}) {
    this.granularity = granularity;
  }

  segment(input: string): Segment[] {
    const parts = this.granularity === 'word' ? (input.match(WORD) ?? []) : Array.from(splitGraphemes(input));
    let index = 0;
    return parts.map((segment) => {
      const at = index;
      index += segment.length;
      const base = { segment, index: at, input };
      return this.granularity === 'word' ? { ...base, isWordLike: WORDLIKE.test(segment) } : base;
    });
  }
}

if (!('Segmenter' in Intl)) Object.assign(Intl, { Segmenter: StandInSegmenter, gavirnStandsIn: true });
