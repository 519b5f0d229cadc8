import type { Right } from '@/core/home/device';
import { phrase, type Phrase } from '@/core/words/phrase';

/** What each right is called, and allows; from the most to the least. */
export const RIGHT_WORDS: readonly { value: Right; label: Phrase; note: Phrase }[] = [
  { value: 'everything', label: phrase('Everything'), note: phrase('As this device: changes the show, adds devices') },
  { value: 'desk', label: phrase('Desk'), note: phrase('Acts while you are live; changes nothing of the show') },
  { value: 'look', label: phrase('Look'), note: phrase('Sees the desk, and can press nothing') },
];

export const rightWord = (right: Right): Phrase =>
  RIGHT_WORDS.find(({ value }) => value === right)?.label ?? phrase('Everything');
