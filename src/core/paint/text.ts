import type { Fill, FontSpec, Op } from './display';
import { clusters, emojiSource, hasEmoji, isEmoji } from './emoji';

/** Width of `text` in px, as the canvas that will draw it measures it. */
export type Measure = (text: string, font: FontSpec) => number;

/** An emoji stands on a square this wide, in em. */
const EMOJI_EM = 1.15;
const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufeff]/;
const STRONG = /\p{L}/u;

interface Run {
  emoji: boolean;
  text: string;
}

/** Splits text into stretches of one fillText each, and emoji. */
function runs(text: string): Run[] {
  if (!hasEmoji(text)) return text === '' ? [] : [{ emoji: false, text }];
  const out: Run[] = [];
  for (const cluster of clusters(text)) {
    const emoji = isEmoji(cluster);
    const last = out[out.length - 1];
    if (!emoji && last && !last.emoji) last.text += cluster;
    else out.push({ emoji, text: cluster });
  }
  return out;
}

const runWidth = (run: Run, font: FontSpec, measure: Measure): number =>
  run.emoji ? font.size * EMOJI_EM : measure(run.text, font);

/** Width of a line in px, emoji included. */
export const lineWidth = (text: string, font: FontSpec, measure: Measure): number =>
  runs(text).reduce((sum, run) => sum + runWidth(run, font, measure), 0);

/** True when the first letter is of a script written from right to left (UAX #9, rule P2, as far as our fonts go). */
export function readsRightToLeft(text: string): boolean {
  for (const char of text) if (STRONG.test(char)) return RIGHT_TO_LEFT.test(char);
  return false;
}

/** Cuts a line to `width`, by whole clusters, with an ellipsis; a line that fits stays as it is. */
export function cutLine(text: string, width: number, font: FontSpec, measure: Measure): string {
  if (lineWidth(text, font, measure) <= width) return text;
  const parts = clusters(text);
  let low = 0;
  let high = parts.length;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (lineWidth(`${parts.slice(0, middle).join('').trimEnd()}…`, font, measure) <= width) low = middle;
    else high = middle - 1;
  }
  return `${parts.slice(0, low).join('').trimEnd()}…`;
}

// Where a line may break is not where a space is: Thai and Japanese have none (UAX #29 word boundaries are close enough for a line).
const words = new Intl.Segmenter(undefined, { granularity: 'word' });

/** Breaks text into lines no wider than `width`; a word that is wider by itself is broken between clusters. */
export function wrapText(text: string, width: number, font: FontSpec, measure: Measure): string[] {
  const lines: string[] = [];
  let line = '';
  const push = (piece: string): void => {
    if (lineWidth(line + piece.trimEnd(), font, measure) <= width) {
      line += piece;
      return;
    }
    if (line.trim() !== '') lines.push(line.trimEnd());
    line = '';
    if (lineWidth(piece.trimEnd(), font, measure) <= width) {
      line = piece.trimStart();
      return;
    }
    for (const cluster of clusters(piece)) {
      if (line !== '' && lineWidth(line + cluster, font, measure) > width) {
        lines.push(line);
        line = '';
      }
      line += cluster;
    }
  };
  let pending = '';
  for (const { segment, isWordLike } of words.segment(text)) {
    // Punctuation and spaces go with the word before them.
    if (isWordLike && pending.trim() !== '') {
      push(pending);
      pending = segment;
    } else {
      pending += segment;
    }
  }
  if (pending !== '') push(pending);
  if (line.trim() !== '') lines.push(line.trimEnd());
  return lines;
}

export interface FittedText {
  lines: string[];
  font: FontSpec;
}

/**
 * Fits text into a box: as large as `font` says, else smaller down to `least` px, else cut after the last line that fits.
 * @param leading distance of baselines in em
 */
export function fitText(
  text: string,
  box: { w: number; h: number },
  { font, least, leading }: { font: FontSpec; least: number; leading: number },
  measure: Measure,
): FittedText {
  // Nobody reads two thousand characters of an alert, and measuring them for each size would take longer than the alert.
  const readable = text.length > 400 ? clusters(text.slice(0, 1200)).slice(0, 400).join('') : text;
  for (let size = font.size; ; size = Math.max(least, Math.floor(size * 0.92))) {
    const tried = { ...font, size };
    const lines = wrapText(readable, box.w, tried, measure);
    const fits = Math.max(1, Math.floor((box.h + size * (leading - 1)) / (size * leading)));
    if (lines.length <= fits) return { lines, font: tried };
    if (size <= least) {
      const kept = lines.slice(0, fits);
      kept[fits - 1] = cutLine(`${lines.slice(fits - 1).join(' ')}`, box.w, tried, measure);
      return { lines: kept, font: tried };
    }
  }
}

export interface TextLook {
  fill: Fill;
  outline?: { color: string; width: number };
  shadow?: { color: string; blur: number; dx: number; dy: number };
}

/** The operations that draw one line, its `align` end at `x`. Runs of right-to-left text are laid out from the right. */
export function lineOps(
  text: string,
  { x, baseline, align = 'left' }: { x: number; baseline: number; align?: 'left' | 'right' | 'centre' },
  { font, look }: { font: FontSpec; look: TextLook },
  measure: Measure,
): Op[] {
  const parts = runs(text);
  const widths = parts.map((run) => runWidth(run, font, measure));
  const whole = widths.reduce((a, b) => a + b, 0);
  const left = align === 'left' ? x : align === 'right' ? x - whole : x - whole / 2;
  const reversed = readsRightToLeft(text);
  let gone = 0;
  return parts.map((run, n): Op => {
    const width = widths[n] ?? 0;
    const at = reversed ? left + whole - gone - width : left + gone;
    gone += width;
    if (!run.emoji) return { op: 'text', x: at, baseline, text: run.text, font, ...look };
    const inset = font.size * (EMOJI_EM - 1) * 0.5;
    return {
      op: 'image',
      x: at + inset,
      y: baseline - font.size * 0.86,
      w: font.size,
      h: font.size,
      src: emojiSource(run.text),
    };
  });
}
