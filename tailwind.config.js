/** Colours are variables, so that dark and light are one set of classes (src/global.css holds the values). */
const token = (name) => `rgb(var(--c-${name}) / <alpha-value>)`;

/** For names in other scripts; the faces are declared by src/ui/theme/fonts.ts. */
const further = [
  'Noto Sans',
  'Noto Sans Arabic',
  'Noto Sans Devanagari',
  'Noto Sans Thai',
  'Noto Sans JP',
  'sans-serif',
];

/** @type {import('tailwindcss').Config} */
module.exports = {
  content: ['./src/app/**/*.{ts,tsx}', './src/ui/**/*.{ts,tsx}'],
  presets: [require('nativewind/preset')],
  darkMode: 'class',
  theme: {
    fontSize: {
      // In the browser's own font size, 16 px where nobody has chosen another.
      13: ['0.8125rem', '1.125rem'],
      15: ['0.9375rem', '1.25rem'],
      17: ['1.0625rem', '1.5rem'],
      22: ['1.375rem', '1.75rem'],
      30: ['1.875rem', '2.125rem'],
      44: ['2.75rem', '3rem'],
    },
    fontFamily: {
      title: ['Bricolage-Bold', ...further],
      figure: ['Bricolage-Medium', ...further],
      text: ['Atkinson-Regular', ...further],
      strong: ['Atkinson-SemiBold', ...further],
    },
    borderRadius: { none: '0', control: '6px', card: '10px', full: '9999px' },
    extend: {
      colors: Object.fromEntries(
        [
          'ground',
          'surface',
          'raised',
          'line',
          'ink',
          'muted',
          'marigold',
          'onmarigold',
          'lagoon',
          'brick',
          'mist',
          'frame',
        ].map((n) => [n, token(n)]),
      ),
    },
  },
};
