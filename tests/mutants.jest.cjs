/** Tests that judge the mutants of a floor: those beside it, and those of the features that lean on it most. */
const floor = process.env.MUTANTS ?? 'core/fish';
const lean = { 'server/stock': ['server/pack', 'server/quarantine', 'server/order'] };
module.exports = {
  ...require('../jest.config.cjs'),
  rootDir: '..',
  testEnvironment: '@stryker-mutator/jest-runner/jest-env/node',
  testMatch: [floor, ...(lean[floor] ?? [])].map((folder) => `<rootDir>/${folder}/*.test.ts`),
};
