import { NAMES } from '@/core/rehearsal/invented';
import type { Person } from './person';

/** Invented viewers, with names in several scripts. */
export const PEOPLE: readonly Person[] = NAMES.map(([handle, nickname], n) => ({
  uid: `u${1001 + n}`,
  handle,
  nickname,
  badges: n === 5 ? ['moderator'] : n % 7 === 3 ? ['subscriber'] : [],
}));
