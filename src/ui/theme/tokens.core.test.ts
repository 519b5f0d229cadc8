import { readFileSync } from 'node:fs';
import { wcagContrast } from 'culori';
import { KIND_COLOURS, TOKENS } from './tokens';

/* Contrast by WCAG 2.2: success criterion 1.4.3 (text, 4.5:1) and 1.4.11 (shapes, 3:1); computed by culori. */

const looks = ['dark', 'light'] as const;
const grounds = ['ground', 'surface', 'raised'] as const;

describe.each(looks)('%s', (look) => {
  const tokens = TOKENS[look];

  test.each(['ink', 'muted', 'marigold', 'lagoon', 'brick', 'mist'] as const)(
    '%s is readable as text on every ground',
    (name) => {
      for (const ground of grounds) expect(wcagContrast(tokens[name], tokens[ground])).toBeGreaterThanOrEqual(4.5);
    },
  );

  test('the words on the main button are readable', () => {
    expect(wcagContrast(tokens.onmarigold, tokens.marigold)).toBeGreaterThanOrEqual(4.5);
  });

  test.each(Object.entries(KIND_COLOURS[look]))('the shape of %s can be told from every ground', (_kind, colour) => {
    for (const ground of grounds) expect(wcagContrast(colour, tokens[ground])).toBeGreaterThanOrEqual(3);
  });

  test('the style sheet has the same colours', () => {
    const css = readFileSync('src/global.css', 'utf8');
    const block = css.slice(css.indexOf(look === 'dark' ? '.dark:root' : ':root'));
    for (const [name, hex] of Object.entries(tokens)) {
      const [r, g, b] = [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16));
      expect(new RegExp(`--c-${name}: ([^;]+);`).exec(block)?.[1]).toBe(`${r} ${g} ${b}`);
    }
  });
});
