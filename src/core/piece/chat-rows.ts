import type { FontSpec, Op } from '@/core/paint/display';
import { cutLine, lineOps, lineWidth, readsRightToLeft, wrapText } from '@/core/paint/text';
import { isolate } from '@/core/words/isolate';
import { feedMark } from './feed-mark';
import type { ChatLive, ChatPiece } from './chat-schema';
import type { DrawTools } from './piece';
import { READABLE, styleOf } from './style';

/* How lines of chat are set in a column. */

const LEADING = 1.3;
/** A single message takes no more than this share of the rows while others stand there too. */
const MOST_OF_IT = 0.5;

/** Its room, and how many whole lines of text stand in it. */
export function chatRows(piece: ChatPiece): {
  x: number;
  w: number;
  top: number;
  rows: number;
  leading: number;
} {
  const {
    place: { w, h },
    size,
    backing,
  } = piece;
  const { pad, foot } = styleOf(piece);
  const x = backing ? pad.x * 0.7 : 6;
  const top = backing ? pad.y * 0.7 : 4;
  const leading = size * LEADING;
  const bottom = top + (backing ? foot : 0);
  return { x, w: w - 2 * x, top, rows: Math.max(0, Math.floor((h - top - bottom) / leading)), leading };
}

/** A message as it is set: on which row it begins, how many it takes, and what is drawn of it where it begins on a row. */
export interface SetLine {
  line: ChatLive['lines'][number];
  first: number;
  rows: number;
  opsAt: (first: number) => Op[];
}

/**
 * Messages from the newest on, whole lines of text only. A long one is cut to what is its share, so that it hides none behind it; the oldest
 * is cut to what is left. The newest stands below, or above where the column hangs from there.
 */
export function setLines(piece: ChatPiece, lines: ChatLive['lines'], { measure }: DrawTools): SetLine[] {
  const { w, rows } = chatRows(piece);
  const most = Math.max(1, Math.ceil(rows * MOST_OF_IT));
  const set: SetLine[] = [];
  let left = rows;
  for (const line of [...lines].reverse()) {
    if (left <= 0) break;
    const parts = partsOf(piece, line, measure);
    const all = piece.wrap
      ? wrapAfter(parts.said, { first: w - parts.before, rest: w }, parts.font, measure)
      : [cutLine(parts.said, w - parts.before, parts.font, measure)];
    const shown = all.slice(0, Math.min(left, lines.length > 1 ? most : rows));
    if (shown.length < all.length) {
      // The first line has less room than the others: the name stands before it.
      const room = shown.length === 1 ? w - parts.before : w;
      shown[shown.length - 1] = cutLine(
        `${shown.at(-1) ?? ''} ${all.slice(shown.length).join(' ')}`,
        room,
        parts.font,
        measure,
      );
    }
    left -= shown.length;
    const first = piece.anchor === 'above' ? rows - left - shown.length : left;
    set.push({
      line,
      first,
      rows: shown.length,
      opsAt: (row) => lineRows(piece, { line, shown, first: row, parts }, measure),
    });
  }
  return set;
}

/** What stands before a message's words, and how wide that is, px. */
interface Parts {
  said: string;
  who: string;
  font: FontSpec;
  bold: FontSpec;
  small: FontSpec;
  marked: number;
  told: number;
  before: number;
}

function partsOf(
  piece: ChatPiece,
  { name, role, text, mark }: ChatLive['lines'][number],
  measure: DrawTools['measure'],
): Parts {
  const { size } = piece;
  const { w } = chatRows(piece);
  const font: FontSpec = { family: 'text', weight: 500, size };
  const bold: FontSpec = { ...font, weight: 700 };
  const small: FontSpec = { ...bold, size: Math.round(Math.max(Math.min(READABLE, size), size * 0.72)) };
  const marked = mark === undefined ? 0 : size;
  const told = role === '' ? 0 : lineWidth(role, small, measure) + size * 0.35;
  const who = cutLine(isolate(name), w * 0.55, bold, measure);
  const before = marked + told + lineWidth(who, bold, measure) + size * 0.35;
  return { said: text.replace(/\s+/g, ' ').trim(), who, font, bold, small, marked, told, before };
}

function lineRows(
  piece: ChatPiece,
  { line, shown, first, parts }: { line: ChatLive['lines'][number]; shown: string[]; first: number; parts: Parts },
  measure: DrawTools['measure'],
): Op[] {
  const style = styleOf(piece);
  const { x, w, top, leading } = chatRows(piece);
  const rtl = readsRightToLeft(line.text);
  const { font, bold, small, marked, told, before, who } = parts;
  const ops: Op[] = [];
  shown.forEach((row, n) => {
    const baseline = top + (first + n) * leading + piece.size * 0.98;
    const start = n === 0 ? before : 0;
    ops.push(
      ...(rtl
        ? lineOps(row, { x: x + w, baseline, align: 'right' }, { font, look: style.text }, measure)
        : lineOps(row, { x: x + start, baseline }, { font, look: style.text }, measure)),
    );
    if (n > 0) return;
    if (line.mark !== undefined)
      ops.push(...feedMark(line.mark, { x, y: baseline - piece.size * 0.68, side: piece.size * 0.66 }, style.head));
    if (line.role !== '')
      ops.push(...lineOps(line.role, { x: x + marked, baseline }, { font: small, look: style.soft }, measure));
    ops.push(...lineOps(who, { x: x + marked + told, baseline }, { font: bold, look: style.head }, measure));
  });
  return ops;
}

/** Breaks a text whose first line has less room than the others. */
function wrapAfter(
  text: string,
  { first, rest }: { first: number; rest: number },
  font: FontSpec,
  measure: DrawTools['measure'],
): string[] {
  const [start = ''] = first > font.size * 2 ? wrapText(text, first, font, measure) : [''];
  const more = text.slice(start.length).trim();
  return more === '' ? [start] : [start, ...wrapText(more, rest, font, measure)];
}
