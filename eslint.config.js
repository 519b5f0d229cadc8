const { defineConfig } = require('eslint/config');
const { readdirSync } = require('node:fs');
const expo = require('eslint-config-expo/flat');

/* Who may import whom (docs/architecture.md): core imports core, and neither the interface nor an outlet imports the server. */
const forbidden = (names) => ({
  patterns: names.map((group) => ({ group: [group], message: 'docs/architecture.md: who may import whom.' })),
});
const server = ['@/server/*', '**/server/**'];
const screens = [
  '@/ui/*',
  '@/app/*',
  '@/client/*',
  '@/outlet/*',
  '@/worker/*',
  'react',
  'react-native',
  'expo-*',
  'node:*',
  'express',
];

/*
 * The floors of core, from the ground up (docs/architecture.md): each may import what is below it. Those of one line stand side by side.
 */
const FLOORS = [
  ['event', 'words', 'intake', 'media', 'sound', 'paint', 'platform'],
  ['engine/count'],
  ['engine/kernel'],
  ['engine/cue'],
  ['engine/alert'],
  ['engine/feature'],
  ['engine/features.ts', 'engine/kinds.ts'],
  ['piece'],
  ['show'],
  ['session'],
  ['stage', 'people', 'recap', 'rehearsal', 'desk', 'file', 'home', 'uplink'],
  ['ready'],
];
const core = (name) => `./src/core/${name}`;
const above = FLOORS.slice(0, -1).map((floor, n) => ({
  target: floor.map(core),
  from: FLOORS.slice(n + 1)
    .flat()
    .map(core),
  message: 'docs/architecture.md: a lower floor imports no higher one.',
}));
/* A feature never imports another. */
const features = readdirSync('src/core/engine/feature').map((name) => ({
  target: core(`engine/feature/${name}`),
  from: core('engine/feature'),
  except: [`./${name}`],
  message: 'docs/architecture.md: a feature never imports another; it asks the kernel.',
}));

/* Words written out where they would be shown, instead of said: as text, as an element's child, in what names or explains it, in an option. */
// But for names, and for what stands in every language as it is.
const ANY = '/^(?!https?:|WebM$|Gavirn$|whsec_|.: \\{).*[A-Za-z]{3}/';
const WORDS = `value=${ANY}`;
const NAMED = 'name.name=/^(aria-(label|description)|label|title|placeholder|note|problem|hint|unit)$/';
const OPTION = 'key.name=/^(label|note|placeholder|hint|says|stepWords)$/';
const shown = ['Literal[WORDS]', `TemplateLiteral > TemplateElement[value.raw=${ANY}]`].flatMap((text) =>
  ['', 'ConditionalExpression > ', 'LogicalExpression > '].map((within) => within + text.replace('WORDS', WORDS)),
);
const literals = [
  `JSXText[${WORDS}]`,
  `JSXAttribute[${NAMED}] > Literal[${WORDS}]`,
  ...shown.flatMap((text) => [
    `JSXElement > JSXExpressionContainer > ${text}`,
    `JSXAttribute[${NAMED}] > JSXExpressionContainer > ${text}`,
    `Property[${OPTION}] > ${text}`,
  ]),
].map((selector) => ({ selector, message: 'docs/words.md: what a person reads is said.' }));

module.exports = defineConfig([
  { ignores: ['dist/**', 'node_modules/**', '.expo/**', '.gavirn/**', '.gavirn-dev/**', 'env.d.ts'] },
  expo,
  {
    files: ['**/*.{ts,tsx}'],
    settings: { 'import/resolver': { typescript: { project: './tsconfig.json' } } },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/ban-ts-comment': 'error',
      'max-lines': ['error', { max: 300 }],
      // A message with its values is a call of several lines.
      'max-lines-per-function': ['error', { max: 72 }],
      'max-params': ['error', 4],
      'no-console': 'error',
      // TypeScript checks what these check, and better: names that a module does not have. They read every package for it.
      'import/namespace': 'off',
      'import/default': 'off',
      'import/export': 'off',
      '@typescript-eslint/no-redeclare': 'off',
      'import/no-unresolved': 'off',
      'import/no-named-as-default': 'off',
      // fast-check's own way of writing is through its namespace.
      'import/no-named-as-default-member': 'off',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  // Components are in the interface alone; to look for them everywhere takes half of the whole time.
  {
    files: ['**/*.{js,cjs,mjs,ts,tsx}'],
    ignores: ['src/{ui,app}/**'],
    rules: Object.fromEntries(
      expo
        .flatMap(({ rules }) => Object.keys(rules ?? {}))
        .filter((rule) => /^react(-hooks)?\//.test(rule))
        .map((rule) => [rule, 'off']),
    ),
  },
  // The floors of core. Tests may look at it from anywhere. That no files import each other in a circle, types included, is src/circles.test.ts.
  {
    files: ['src/core/**/*.ts'],
    ignores: ['src/core/**/*.test.ts', 'src/core/**/*.setup.ts'],
    rules: { 'import/no-restricted-paths': ['error', { zones: [...above, ...features] }] },
  },
  // Core has no interface, no I/O, no clock and no chance of its own.
  {
    files: ['src/core/**/*.ts'],
    ignores: ['src/core/**/*.test.ts', 'src/core/**/*.setup.ts'],
    rules: {
      'no-restricted-imports': ['error', forbidden([...server, ...screens])],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now' },
        { object: 'Math', property: 'random' },
        { object: 'performance', property: 'now' },
      ],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'fetch',
        'localStorage',
        'setTimeout',
        'setInterval',
        'process',
        'crypto',
      ],
    },
  },
  {
    files: ['src/{ui,app,client,outlet,worker}/**/*.{ts,tsx}'],
    rules: { 'no-restricted-imports': ['error', forbidden(server)] },
  },
  // What a person reads comes from the catalogues (docs/words.md).
  {
    files: ['src/{ui,app}/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}', 'src/ui/words/language.ts'],
    rules: { 'no-restricted-syntax': ['error', ...literals] },
  },
  {
    files: ['src/server/**/*.ts'],
    // What builds the app knows its colours.
    ignores: ['src/server/build/icons.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        forbidden(['@/ui/*', '@/app/*', '@/outlet/*', '@/worker/*', 'react', 'react-native']),
      ],
    },
  },
  // The server's three doors (docs/architecture.md): whoever runs shows knows the interfaces, and nothing of what stands behind them.
  {
    files: ['src/server/{live,http,feed,door,runtime}/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.setup.ts', '**/bad-day.ts'],
    rules: {
      'import/no-restricted-paths': [
        'error',
        {
          zones: [
            {
              target: [
                './src/server/live',
                './src/server/http',
                './src/server/feed',
                './src/server/door',
                './src/server/runtime',
              ],
              from: './src/server/embedded',
              message: 'docs/architecture.md: what stands behind the three doors is known to main.ts alone.',
            },
          ],
        },
      ],
    },
  },
  // Nothing but what stands behind the doors touches the disk for a show.
  {
    files: ['src/server/{live,feed,door,runtime}/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.setup.ts', '**/bad-day.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        forbidden([
          '@/ui/*',
          '@/app/*',
          '@/outlet/*',
          '@/worker/*',
          'react',
          'react-native',
          'fs',
          'fs/*',
          'node:fs',
          'node:fs/*',
        ]),
      ],
    },
  },
  // What a test says in one place may be long; what it needs may be many things.
  {
    files: ['**/*.test.{ts,tsx}', '**/*.e2e.ts', '**/*.setup.ts', '**/*.contract.ts'],
    rules: { 'max-lines-per-function': 'off', 'max-params': 'off' },
  },
]);
