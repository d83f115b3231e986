/**
 * Mutants of the files that decide: `npm run mutants` for those of the core, `MUTANTS=server npm run mutants` for those of
 * the server, `npm run mutants -- -m core/bag/slack.ts` for one. Not part of CI: it takes long on two cores.
 */
const core = [
  'core/bag/slack.ts',
  'core/acclimation/recommend.ts',
  'core/fish/compatibility.ts',
  'core/fish/water.ts',
  'core/box/freight.ts',
  'core/quarantine/plan.ts',
  'core/supplies/outlook.ts',
  'core/supplies/needs.ts',
  'core/calendar/departure.ts',
  'core/calendar/calendar.ts',
  'core/consignment/rules.ts',
  'core/consignment/facts.ts',
  'core/choose/keep.ts',
  'core/choose/rank.ts',
  'core/choose/days.ts',
];
const server = [
  'server/stock/settle.ts',
  'server/quarantine/quarantine.ts',
  'server/quarantine/animals.ts',
  'server/bench/view.ts',
];

/** @type {import('@stryker-mutator/api/core').PartialStrykerOptions} */
const config = {
  packageManager: 'npm',
  testRunner: 'jest',
  jest: { projectType: 'custom', configFile: 'tests/mutants.jest.cjs', enableFindRelatedTests: false },
  coverageAnalysis: 'perTest',
  // Constants that are read once for all tests: each would ask for every test.
  ignoreStatic: true,
  mutate: process.env.MUTANTS === 'server' ? server : core,
  // Words are judged by eyes.
  mutator: { excludedMutations: ['StringLiteral'] },
  ignorePatterns: ['.next', 'data', 'public', '.kindly', 'test-results', 'reports'],
  tempDirName: '.kindly/mutants',
  reporters: ['clear-text', 'progress', 'json'],
  jsonReporter: { fileName: '.kindly/mutants.json' },
  clearTextReporter: { logTests: false, allowColor: false },
  concurrency: 2,
  timeoutMS: 20_000,
  thresholds: { high: 90, low: 80, break: 80 },
};
export default config;
