import type { Op } from '@/core/paint/display';

/* A pot for a gift: our own shape, in the glaze of its gift. */

/** Clay, celadon, ash, cobalt, iron, straw: a gift has the same glaze all the time. */
const GLAZES = ['#C4693A', '#7FA58B', '#B9AFA0', '#3F5F94', '#7A3B2A', '#D9B361', '#5E7F86', '#A8607A'];
const glazeOf = (name: string): string =>
  GLAZES[[...name].reduce((sum, letter) => (sum * 31 + (letter.codePointAt(0) ?? 0)) % 9973, 7) % GLAZES.length] ??
  '#C4693A';

/** How large a pot is by its gift's coins, in its cell: 1 to 9 coins half, 1,000 and more all of it. */
const sizeOf = (coins: number): number => Math.min(1, 0.55 + 0.15 * Math.floor(Math.log10(Math.max(1, coins))));

/** A pot that stands on `base`, in the middle of its cell. */
export function potOps(
  { name, coins }: { name: string; coins: number },
  left: number,
  base: number,
  cell: number,
): Op[] {
  const size = cell * 0.94 * sizeOf(coins);
  const x = left + (cell - size) / 2;
  const fill = glazeOf(name);
  return [
    {
      op: 'rect',
      x,
      y: base - size * 0.78,
      w: size,
      h: size * 0.78,
      radius: [size * 0.42, size * 0.42, size * 0.3, size * 0.3],
      fill,
    },
    {
      op: 'rect',
      x: x + size * 0.26,
      y: base - size * 0.96,
      w: size * 0.48,
      h: size * 0.22,
      radius: size * 0.07,
      fill,
    },
    {
      op: 'rect',
      x: x + size * 0.14,
      y: base - size * 0.6,
      w: size * 0.12,
      h: size * 0.3,
      radius: size * 0.06,
      fill: '#FFFFFF55',
    },
  ];
}
