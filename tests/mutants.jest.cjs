/**
 * Tests that judge mutants: those beside the files that decide, quick ones first. Whole journeys, the demo and the random
 * runs would kill more and take days.
 */
const server = process.env.MUTANTS === 'server';
module.exports = {
  ...require('../jest.config.cjs'),
  rootDir: '..',
  testEnvironment: '@stryker-mutator/jest-runner/jest-env/node',
  testMatch: server
    ? ['<rootDir>/server/{stock,quarantine,order,pack,bench}/*.test.ts']
    : ['<rootDir>/core/{bag,fish,box,quarantine,supplies,calendar,consignment,acclimation,choose}/*.test.ts'],
};
