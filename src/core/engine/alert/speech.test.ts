import fc from 'fast-check';
import { languageOf, SPEECH, speakable, speechOf } from './speech';

const plan = { ...SPEECH };

test('what is said over and over is said three times at most', () => {
  expect(speakable('goooooood', plan)).toBe('goood');
  expect(speakable('go go go go go team', plan)).toBe('go go go team');
  expect(speakable('ha ha', plan)).toBe('ha ha');
  expect(speakable('I have 100000 likes', plan)).toBe('I have 100000 likes');
  expect(speakable('goooooood', { ...plan, repeats: false })).toBe('goooooood');
});

test('addresses of pages are left out, unless they are wanted', () => {
  expect(speakable('look at https://example.org/a?b=c and www.example.org now', plan)).toBe('look at and now');
  expect(speakable('https://example.org', plan)).toBe('');
  expect(speakable('see https://example.org', { ...plan, links: false })).toBe('see https://example.org');
});

test('words that are never said are left out whole, in any case, and not inside of others', () => {
  const without = { ...plan, without: ['slip', 'c++'] };
  expect(speakable('Slip, and slippery SLIP', without)).toBe(', and slippery');
  expect(speakable('I like c++ best', without)).toBe('I like best');
});

test('nothing but signs is nothing to say', () => {
  expect(speakable('!!! ... ♥♥♥', plan)).toBe('');
  expect(speechOf('🎏🎏', plan, 'en', null)).toBeNull();
});

test('never longer than the longest; cut between words where there are words', () => {
  expect(speakable('one two three four five', { ...plan, longest: 20 })).toBe('one two three four');
  fc.assert(
    fc.property(
      fc.string({ unit: 'grapheme', maxLength: 600 }),
      fc.integer({ min: 20, max: 300 }),
      (text, longest) => [...speakable(text, { ...plan, longest })].length <= longest,
    ),
  );
});

test.each([
  ['Hello there', 'en'],
  ['焼き上がりましたか', 'ja'],
  ['你好', 'zh'],
  ['안녕하세요', 'ko'],
  ['مرحبا بك', 'ar'],
  ['नमस्ते', 'hi'],
  ['สวัสดี', 'th'],
  ['Γειά σου', 'el'],
  ['Привет', 'ru'],
  ['ok はな', 'en'],
  ['', 'en'],
])('“%s” is said in %s', (text, language) => expect(languageOf(text, 'en')).toBe(language));

test('by the viewer, else by the language, else as for all', () => {
  const own = {
    ...plan,
    speed: 1.1,
    languages: [{ language: 'ja', speed: 0.9, pitch: 1, voice: 'Hana' }],
    viewers: [{ viewer: 'f/ines', name: 'Inês', speed: 1.5, pitch: 0.8, voice: '' }],
  };
  expect(speechOf('hello', own, 'en', 'f/hana')).toMatchObject({ speed: 1.1, voice: '' });
  expect(speechOf('こんにちは', own, 'en', 'f/hana')).toMatchObject({ language: 'ja', speed: 0.9, voice: 'Hana' });
  expect(speechOf('こんにちは', own, 'en', 'f/ines')).toMatchObject({ speed: 1.5, pitch: 0.8 });
  expect(speechOf('hello', own, 'en-GB', null)).toMatchObject({ language: 'en-GB', speed: 1.1 });
});
