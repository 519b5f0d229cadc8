/** What is counted, in the order in which a row holds it. Sums of whole numbers: any order of events gives the same. */
export const MEASURES = [
  'likes',
  'follows',
  'shares',
  'subscriptions',
  'giftSubs',
  'gifts',
  'coins',
  'tips',
  'worth',
  'chats',
  'raids',
  'points',
] as const;
export type Measure = (typeof MEASURES)[number];

/** One number for each measure: what a stretch of time came to. Tips and worth in thousandths of a minor unit. */
export type Row = number[];

export const newRow = (): Row => MEASURES.map(() => 0);

/** Where each measure stands in a row. */
export const PLACE_IN_ROW = Object.fromEntries(MEASURES.map((measure, n) => [measure, n])) as Record<Measure, number>;

export const inRow = (row: Row, measure: Measure): number => row[PLACE_IN_ROW[measure]] ?? 0;

export function addTo(row: Row, measure: Measure, amount: number): void {
  const at = PLACE_IN_ROW[measure];
  row[at] = (row[at] ?? 0) + amount;
}

/** Adds (or, with -1, takes) one row to another, in place. */
export function addRow(row: Row, other: Row, times: 1 | -1 = 1): void {
  for (let n = 0; n < MEASURES.length; n += 1) row[n] = (row[n] ?? 0) + times * (other[n] ?? 0);
}

/** What a leaderboard can rank by, in the order in which it is offered. Raids are by streamers, not by viewers. */
export const BOARD_MEASURES = [
  'coins',
  'gifts',
  'likes',
  'worth',
  'tips',
  'chats',
  'shares',
  'subscriptions',
  'giftSubs',
  'follows',
  'points',
] as const satisfies readonly Measure[];
export type BoardMeasure = (typeof BOARD_MEASURES)[number];
