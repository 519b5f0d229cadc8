import CONFUSABLES from './confusables.json';
import { imitationWords } from './imitation';
import { imitates, Lookalikes, oneEditApart, skeleton } from './lookalike';
import { inEnglish } from '@/core/words/in-english.setup';

// Unicode UTS #39, section 4: names that are confusable, and ones that are not (examples from memory; "ѕсоре" is Cyrillic throughout).
test.each([
  ['ѕсоре', 'scope'],
  ['paypal', 'pаypal'],
  ['rn', 'm'],
  ['ǉeto', 'ljeto'],
])('%s and %s have one skeleton', (a, b) => expect(skeleton(a)).toBe(skeleton(b)));
test('skeletons of one and the same text are the same in every normal form, and zero-width characters count for nothing', () => {
  expect(skeleton('Å')).toBe(skeleton('A\u030a'));
  expect(skeleton('in\u200bes')).toBe(skeleton('ines'));
});
test.each([
  ['ines', 'hana'],
  ['Inês', 'Ines'],
])('%s and %s are told apart', (a, b) => expect(skeleton(a)).not.toBe(skeleton(b)));

// Unicode 15.0.0, confusables.txt, its first line and its stated total: HEBREW ACCENT DEHI looks like HEBREW ACCENT TIPEHA.
test('the table is Unicode’s own, whole', () => {
  expect(Object.keys(CONFUSABLES.prototypes)).toHaveLength(6311);
  expect(skeleton('\u05ad')).toBe('\u0596');
});

test('a name imitates another one, not itself', () => {
  expect(imitates('kiIn-helper', 'kiln-helper')).toBe(true);
  expect(imitates('kiln-he1per', 'kiln-helper')).toBe(true);
  expect(imitates('kiln-helper', 'kiln-helper')).toBe(false);
  expect(imitates('KILN-HELPER', 'kiln-helper')).toBe(true);
});

test.each([
  ['kiln-helper', 'kiln-helpers'],
  ['kiln-helper', 'kin-helper'],
  ['kiln-helper', 'kilm-helper'],
  ['kiln-helper', 'klin-helper'],
])('%s and %s are one edit apart', (a, b) => expect([oneEditApart(a, b), oneEditApart(b, a)]).toEqual([true, true]));
test.each([
  ['kiln-helper', 'kiln-helper'],
  ['kiln-helper', 'oven-helper'],
  ['abcd', 'badc'],
  ['', 'ab'],
])('%s and %s are not', (a, b) => expect(oneEditApart(a, b)).toBe(false));

test('a viewer who looks like one before is noticed once; the same common name is not', () => {
  const people = new Lookalikes();
  expect(people.meet('f/1', 'Inês', false)).toBeNull();
  expect(people.meet('f/1', 'Inês', false)).toBeNull();
  expect(people.meet('f/2', 'Inês', false)).toBeNull();
  expect(people.meet('f/3', 'lnês', false)).toEqual({ name: 'lnês', like: 'Inês' });
  expect(people.meet('f/3', 'lnês', false)).toBeNull();
  expect(people.meet('f/4', 'Mirek', true)).toBeNull();
  const same = people.meet('f/5', 'Mirek', false);
  expect(inEnglish(same && imitationWords(same))).toBe('Another account is called Mirek, just as one that you trust.');
  expect(inEnglish(imitationWords({ name: 'lnês', like: 'Inês' }))).toBe(
    'lnês looks like Inês, but is another account.',
  );
});
