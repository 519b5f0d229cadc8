/* Two projects: what needs no screen (fast, through esbuild), and the interface as a page: the web is what it is made for and run on. */
const alias = { '^@/(.*)$': '<rootDir>/src/$1' };

/** The icons' CommonJS files, since Jest reads no .mjs. */
const screen = {
  ...alias,
  '^lucide-react-native/icons/(.*)$': '<rootDir>/node_modules/lucide-react-native/dist/cjs/icons/$1.js',
};

/** Of the packages that are not transformed, but those that ship as ES modules or with JSX in them. */
const [expo, ...others] = require('jest-expo/web/jest-preset').transformIgnorePatterns;

module.exports = {
  // What starts programs of its own takes its time while the browser tests run beside it.
  testTimeout: 180_000,
  projects: [
    {
      displayName: 'core',
      // Handed in, since in Jest's sandbox each look at a global goes the long way round: whatever computes takes a fraction of the time.
      // Not those by which packages tell what a value is: a list made in the sandbox is no `Array` of the outside.
      sandboxInjectedGlobals: ['Math', 'Map', 'Set', 'Float64Array'],
      testEnvironment: 'node',
      testMatch: [
        '<rootDir>/{fixtures,src}/*.test.ts',
        '<rootDir>/src/(core|server|client|outlet)/**/*.test.ts',
        '<rootDir>/src/ui/**/*.core.test.ts',
      ],
      transform: { '\\.[cm]?[jt]sx?$': '<rootDir>/jest.esbuild.js' },
      // Packages that ship as ES modules only.
      transformIgnorePatterns: [
        '/node_modules/(?!(canonicalize|re2js|file-type|strtok3|token-types|uint8array-extras|@tokenizer|@borewit|image-size|@noble|intl-messageformat|@formatjs|wavefile|jsonpath-rfc9535|csv-parse|eventsource-parser|culori|pixelmatch|immer|fractional-indexing|http-proxy-middleware|httpxy|is-plain-obj)/)',
      ],
      moduleNameMapper: {
        ...alias,
        '^@react-native-async-storage/async-storage$': '<rootDir>/src/ui/data/async-storage.setup.ts',
      },
    },
    {
      displayName: 'dom',
      preset: 'jest-expo/web',
      testMatch: ['<rootDir>/src/ui/**/*.dom.test.tsx'],
      transformIgnorePatterns: [
        expo.replace('(?!(', '(?!(@rn-primitives|eventsource-parser|fractional-indexing|intl-messageformat|@formatjs|'),
        ...others,
      ],
      moduleNameMapper: screen,
      setupFiles: [
        '<rootDir>/node_modules/react-native-css-interop/dist/runtime/components.js',
        '<rootDir>/src/ui/dom.setup.js',
      ],
    },
  ],
};
