const alias = { '^@/(.*)$': '<rootDir>/src/$1', '^@tests/(.*)$': '<rootDir>/tests/$1' };
const esbuild = '<rootDir>/tests/esbuild-transform.cjs';

/** ESM-only packages that Jest has to transform: d3-* (.mjs here) and what they import. */
const ESM_ONLY = 'd3-[a-z]+|internmap|comlink';

/** jest-expo's own list, with those packages added to it. */
function transformIgnore(preset) {
  return require(`jest-expo/${preset}/jest-preset`).transformIgnorePatterns.map((pattern) =>
    pattern.startsWith('/node_modules/(?!(') ? pattern.replace('(?!(', `(?!(${ESM_ONLY}|`) : pattern,
  );
}

module.exports = {
  // A test that waits for nothing is over in no time; one on a busy machine is not the worse for it.
  testTimeout: 30_000,
  projects: [
    {
      displayName: 'core',
      rootDir: __dirname,
      modulePathIgnorePatterns: ['<rootDir>/.cache'],
      testEnvironment: 'node',
      setupFiles: ['<rootDir>/tests/setup-properties.cjs'],
      testMatch: [
        '<rootDir>/src/{core,standin,link,hosting,data,server,workers}/**/*.test.ts',
        '<rootDir>/scripts/**/*.test.ts',
      ],
      transform: { '\\.test\\.ts$': '<rootDir>/tests/bundle-transform.cjs' },
      moduleNameMapper: alias,
    },
    {
      displayName: 'ui',
      rootDir: __dirname,
      modulePathIgnorePatterns: ['<rootDir>/.cache'],
      preset: 'jest-expo/web',
      setupFiles: ['<rootDir>/tests/setup-properties.cjs'],
      setupFilesAfterEnv: ['<rootDir>/tests/setup-ui.ts'],
      testMatch: ['<rootDir>/src/{ui,features}/**/*.test.{ts,tsx}', '<rootDir>/src/data/**/*.test.tsx'],
      transform: { '\\.mjs$': esbuild },
      transformIgnorePatterns: transformIgnore('web'),
      moduleNameMapper: { ...alias, '\\.woff2$': '<rootDir>/tests/asset-stub.cjs' },
    },
  ],
};
