/** Unit and reference tests. Browser journeys live in tests/e2e and run by Playwright. */
module.exports = {
  testEnvironment: '<rootDir>/tests/environment.cjs',
  // One for every core: of two, one would be left idle.
  maxWorkers: '100%',
  testTimeout: 20_000,
  // Looked up in the sandbox of a test these cost more than the arithmetic they do.
  sandboxInjectedGlobals: ['Math', 'Float64Array', 'Number'],
  testMatch: ['**/*.test.ts'],
  setupFiles: ['<rootDir>/tests/seed.ts'],
  transform: {
    '^.+\\.[jt]sx?$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true } } }],
  },
  transformIgnorePatterns: [
    '/node_modules/(?!(suncalc|pure-rand|odex|@date-fns|date-fns|@photostructure|ical.js|ical-generator|ml-levenberg-marquardt|is-any-array)/)',
  ],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/$1', '^server-only$': '<rootDir>/tests/server-only.ts' },
  modulePathIgnorePatterns: ['<rootDir>/.next/', '<rootDir>/data/', '<rootDir>/.kindly/'],
};
