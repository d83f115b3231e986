/** Tests that judge the mutants of a floor: those beside it. Whole journeys would kill more and take days. */
module.exports = {
  ...require('../jest.config.cjs'),
  rootDir: '..',
  testEnvironment: '@stryker-mutator/jest-runner/jest-env/node',
  testMatch: [`<rootDir>/${process.env.MUTANTS ?? 'core/fish'}/*.test.ts`],
};
