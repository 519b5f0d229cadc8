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
      13: ['13px', '18px'],
      15: ['15px', '20px'],
      17: ['17px', '24px'],
      22: ['22px', '28px'],
      30: ['30px', '34px'],
      44: ['44px', '48px'],
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
