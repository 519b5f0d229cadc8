import fc from 'fast-check';
import type { FontSpec } from './display';
import { clusters } from './emoji';
import { cutLine, fitText, lineOps, lineWidth, readsRightToLeft, wrapText, type Measure } from './text';

const font: FontSpec = { family: 'text', weight: 500, size: 10 };
/** Every cluster is as wide as half the size: widths can be told by counting. */
const measure: Measure = (text, { size }) => clusters(text).length * size * 0.5;

test('a line that fits stays; one that does not is cut between clusters, with an ellipsis', () => {
  expect(cutLine('kiln', 20, font, measure)).toBe('kiln');
  expect(cutLine('kiln hours', 30, font, measure)).toBe('kiln…');
  expect(cutLine('कृपया देखें', 20, font, measure)).toBe(`${clusters('कृपया देखें').slice(0, 3).join('')}…`);
});

test('lines break between words, and within one that is wider than the line', () => {
  expect(wrapText('open the kiln', 40, font, measure)).toEqual(['open the', 'kiln']);
  expect(wrapText('abcdefghij', 20, font, measure)).toEqual(['abcd', 'efgh', 'ij']);
});

test('Thai and Japanese, which have no spaces, break too', () => {
  expect(wrapText('釉薬がきれいですね', 25, font, measure).length).toBeGreaterThan(1);
  expect(wrapText('สวยมากเลยค่ะ', 30, font, measure).length).toBeGreaterThan(1);
});

test('no line is wider than it may be, and nothing but spaces is lost', () => {
  fc.assert(
    fc.property(
      fc.string({ unit: fc.constantFrom(...'abc é釉ส 🏺ل'), maxLength: 60 }),
      fc.integer({ min: 12, max: 80 }),
      (text, width) => {
        const lines = wrapText(text, width, font, measure);
        for (const line of lines) expect(lineWidth(line, font, measure)).toBeLessThanOrEqual(width);
        expect(lines.join('').replace(/\s/g, '')).toBe(text.replace(/\s/g, ''));
      },
    ),
  );
});

test('text too long is made smaller first, and then cut', () => {
  const box = { w: 100, h: 24 };
  expect(fitText('short', box, { font, least: 5, leading: 1.2 }, measure)).toMatchObject({
    lines: ['short'],
    font: { size: 10 },
  });
  const smaller = fitText(
    'somewhat longer than two lines of this',
    { w: 100, h: 16 },
    { font, least: 5, leading: 1.2 },
    measure,
  );
  expect(smaller.font.size).toBeLessThan(10);
  expect(smaller.lines.join(' ')).toBe('somewhat longer than two lines of this');
  const cut = fitText('x '.repeat(2000), box, { font, least: 5, leading: 1.2 }, measure);
  expect(cut.font.size).toBe(5);
  expect(cut.lines.at(-1)).toMatch(/…$/);
  expect(cut.lines.length * 5 * 1.2).toBeLessThanOrEqual(box.h + 1);
});

test('emoji are images among the text, in the order of reading', () => {
  const ops = lineOps('hi 🏺 you', { x: 0, baseline: 10 }, { font, look: { fill: '#fff' } }, measure);
  expect(ops.map((op) => (op.op === 'image' ? op.src : op.op === 'text' ? op.text : ''))).toEqual([
    'hi ',
    'emoji:1f3fa',
    ' you',
  ]);
});

test('a line that reads from right to left is laid out from the right', () => {
  expect([readsRightToLeft('123 ليلى'), readsRightToLeft('abc ليلى')]).toEqual([true, false]);
  const [text, emoji] = lineOps('ليلى🏺', { x: 0, baseline: 10 }, { font, look: { fill: '#fff' } }, measure);
  expect(text?.op === 'text' && emoji?.op === 'image' && emoji.x < text.x).toBe(true);
});

test('right-aligned text ends at its place', () => {
  const [op] = lineOps('12', { x: 100, baseline: 10, align: 'right' }, { font, look: { fill: '#fff' } }, measure);
  expect(op).toMatchObject({ op: 'text', x: 90 });
});
