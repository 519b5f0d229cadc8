const { defineConfig } = require('eslint/config');
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

module.exports = defineConfig([
  { ignores: ['dist/**', 'node_modules/**', '.expo/**', '.gavirn/**', 'env.d.ts'] },
  expo,
  {
    files: ['**/*.{ts,tsx}'],
    settings: { 'import/resolver': { typescript: { project: './tsconfig.json' } } },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/ban-ts-comment': 'error',
      'max-lines': ['error', { max: 640 }],
      'no-console': 'error',
      // fast-check's own way of writing is through its namespace.
      'import/no-named-as-default-member': 'off',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  // Core has no interface, no I/O, no clock and no chance of its own.
  {
    files: ['src/core/**/*.ts'],
    ignores: ['src/core/**/*.test.ts'],
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
  {
    files: ['src/server/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        forbidden(['@/ui/*', '@/app/*', '@/outlet/*', '@/worker/*', 'react', 'react-native']),
      ],
    },
  },
]);
