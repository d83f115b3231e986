/** The same tests as bundles: scripts/unit.mjs makes them. */
const { testEnvironment, maxWorkers, testTimeout, sandboxInjectedGlobals } = require('../jest.config.cjs');
module.exports = {
  rootDir: '..',
  roots: ['<rootDir>/.kindly/units'],
  testMatch: ['**/*.test.js'],
  transform: {},
  testEnvironment,
  maxWorkers,
  testTimeout,
  sandboxInjectedGlobals,
};
