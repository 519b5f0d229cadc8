import { sharedPlaces } from '@/core/engine/count/leaderboard';
import { figureWords, measureOnAir } from '@/core/engine/count/measure';
import type { BoardMeasure } from '@/core/engine/count/row';
import { aired, airedRows } from '@/core/words/on-air';

/* A leaderboard in words. */

interface Row {
  name: string;
  value: number;
  moved?: number;
}

/** A board as it is drawn: one of those that a piece shows in turn. */
export interface Board {
  title: string;
  rows: Row[];
  currency?: string;
}

export const movedWords = (moved: number): string => (moved > 0 ? `+${moved}` : `−${-moved}`);

export const titleOf = ({ title }: { title: string }, measure: BoardMeasure, language = 'en'): string =>
  title === '' ? '' : `${title}: ${measureOnAir(measure, language)}`;
export const boardWords = ({ title, rows, currency }: Board, language: string | undefined): string => {
  const said = placed(rows).map(({ place, name, value, moved }) => {
    const by = moved ? ` (${movedWords(moved)})` : '';
    return `${place} ${name} ${figureWords(value, currency, language)}${by}`;
  });
  return `${title}: ${said.length === 0 ? aired(language ?? 'en', 'nobody yet') : airedRows(language ?? 'en', said)}`;
};

/** Rows with their places, shared by equals. */
export function placed(rows: readonly Row[]): (Row & { place: number })[] {
  const places = sharedPlaces(rows.map(({ value }) => value));
  return rows.map((row, n) => ({ ...row, place: places[n] ?? n + 1 }));
}
