/* Three projects: what needs no screen (fast, through esbuild), the interface as React Native, and the interface as a page. */
const alias = { '^@/(.*)$': '<rootDir>/src/$1' };

module.exports = {
  projects: [
    {
      displayName: 'core',
      testEnvironment: 'node',
      testMatch: ['<rootDir>/src/(core|server|client|outlet)/**/*.test.ts', '<rootDir>/src/ui/**/*.core.test.ts'],
      transform: { '\\.[cm]?[jt]sx?$': '<rootDir>/jest.esbuild.js' },
      // Packages that ship as ES modules only.
      transformIgnorePatterns: ['/node_modules/(?!(canonicalize|eventsource-parser|culori|pixelmatch|immer)/)'],
      moduleNameMapper: alias,
    },
    { displayName: 'native', preset: 'jest-expo', testMatch: ['<rootDir>/src/ui/**/*.native.test.tsx'], moduleNameMapper: alias },
    {
      displayName: 'dom',
      preset: 'jest-expo/web',
      testMatch: ['<rootDir>/src/ui/**/*.dom.test.tsx'],
      moduleNameMapper: alias,
      setupFiles: ['<rootDir>/node_modules/react-native-css-interop/dist/runtime/components.js'],
    },
  ],
};
