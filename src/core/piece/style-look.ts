import type { Op } from '@/core/paint/display';
import type { TextLook } from '@/core/paint/text';

/** How a style looks: its backing, its text, and its bars. All are readable at phone size on any picture. */
export interface StyleLook {
  title: string;
  panel: (w: number, h: number) => Op[];
  text: TextLook;
  /** Text of second rank, and headings. */
  soft: TextLook;
  head: TextLook;
  /** A bar's trough and its filling, `filled` in px. */
  bar: (at: { x: number; y: number; w: number; h: number }, filled: number) => Op[];
  /** A ring or a vessel stands in place of the bar. */
  gauge?: { shape: 'ring' | 'vessel'; bar: string; trough: string };
  /** Space between backing and content, px. */
  pad: { x: number; y: number };
  /** How much of the backing's lower edge is no room for content, px. */
  foot: number;
}
