import { existsSync } from 'node:fs';
import { emojiSource, hasEmoji, isEmoji } from './emoji';

// Code points and sequences of Unicode's emoji-test.txt 15.0, from memory; the set's files are the check of the naming rule.
const EMOJI = ['🏺', '❤️', '❤', '✨', '😅', '🐈', '👩‍👩‍👧‍👦', '🇵🇹', '1️⃣', '🧑🏽‍🎨', '❤️‍🔥', '👁️‍🗨️', '🏴‍☠️', '☺️', '⚱️'];

test.each(EMOJI)('%s has a picture in the shipped set', (emoji) => {
  expect(isEmoji(emoji)).toBe(true);
  expect(existsSync(`node_modules/@twemoji/svg/${emojiSource(emoji).slice('emoji:'.length)}.svg`)).toBe(true);
});

test.each(['a', '1', '#', '釉', 'é', '…', '—'])('%s is text', (text) => {
  expect(isEmoji(text)).toBe(false);
});

test('a string is known to need no splitting', () => {
  expect(hasEmoji('Inês sent 12 Slip Splash #1')).toBe(false);
});
