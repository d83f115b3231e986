/**
 * Mutants of the files that decide, floor by floor: `npm run mutants` for all, `npm run mutants core/fish` for one. Each
 * is judged by the tests that stand beside it. Not part of CI: it takes long on two cores.
 */
const floor = process.env.MUTANTS ?? 'core/fish';
const decide = {
  'core/bag': ['slack'],
  'core/acclimation': ['recommend', 'release', 'across', 'methods'],
  'core/fish': ['compatibility', 'water'],
  'core/box': ['freight', 'weighing'],
  'core/quarantine': ['conditions', 'conflicts', 'asks', 'course', 'build-up', 'doubt'],
  'core/learning': ['figures', 'roads', 'box-evidence', 'use-evidence'],
  'core/supplies': ['outlook', 'needs'],
  'core/calendar': ['departure', 'calendar'],
  'core/consignment': ['rules', 'facts'],
  'core/choose': ['keep', 'rank', 'days'],
  'server/stock': ['settle'],
  'server/quarantine': ['quarantine', 'animals'],
  'server/bench': ['view'],
  'server/logbook': ['digest'],
  'ui/pack/run': ['steps'],
};

/** @type {import('@stryker-mutator/api/core').PartialStrykerOptions} */
const config = {
  packageManager: 'npm',
  testRunner: 'jest',
  jest: { projectType: 'custom', configFile: 'tests/mutants.jest.cjs', enableFindRelatedTests: false },
  coverageAnalysis: 'perTest',
  // Constants that are read once for all tests: each would ask for every test.
  ignoreStatic: true,
  mutate: decide[floor].map((file) => `${floor}/${file}.ts`),
  // Words are judged by eyes.
  mutator: { excludedMutations: ['StringLiteral'] },
  ignorePatterns: ['.next', 'data', 'public', '.kindly', 'test-results', 'reports'],
  tempDirName: '.kindly/mutants',
  reporters: ['clear-text', 'progress', 'json'],
  jsonReporter: { fileName: `.kindly/mutants-${floor.replaceAll('/', '-')}.json` },
  clearTextReporter: { logTests: false, allowColor: false },
  concurrency: 2,
  timeoutMS: 20_000,
  thresholds: { high: 90, low: 80, break: 80 },
};
export default config;
