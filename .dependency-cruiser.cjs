/** The arrows of the house: app → ui, server → records → core; words → core, said by all above; workers, standins → core; core → only itself. */
const only = (from, allowed) => ({
  name: `${from}-imports`,
  severity: 'error',
  comment: `${from} may import only ${allowed.join(', ')}`,
  from: { path: `^${from}/`, pathNot: '\\.test\\.ts$' },
  to: { path: '^(app|ui|server|standins|workers|cli|core|records|words|tests)/', pathNot: `^(${allowed.join('|')})/` },
});

/**
 * The floors of the core, from the ground up. A folder imports from floors below, or from folders earlier on its own
 * line. Equations of the fish read their figures from catalogue rows, so the catalogue lies under the fish; an
 * hour of weather belongs to a leg of the journey, so the calendar lies before the weather.
 */
const floors = [
  ['quantities', 'measurement', 'water', 'catalogue', 'fish'],
  ['consignment'],
  ['calendar', 'weather', 'bag', 'heat', 'box', 'acclimation', 'quarantine', 'supplies'],
  ['engine'],
  ['choose'],
  ['evaluate'],
  ['duties', 'papers', 'card', 'concerns'],
  ['learning', 'practice'],
].flat();

const floorRules = floors.map((folder, i) => ({
  name: `core-floor-${folder}`,
  severity: 'error',
  comment: `core/${folder} stands under ${floors.slice(i + 1).join(', ')} and may not import them`,
  from: { path: `^core/${folder}/`, pathNot: '\\.test\\.ts$' },
  to: { path: '^core/', pathNot: `^core/(${floors.slice(0, i + 1).join('|')})/` },
}));

module.exports = {
  forbidden: [
    only('core', ['core']),
    only('words', ['words', 'core']),
    only('records', ['records', 'core']),
    only('standins', ['standins', 'core']),
    only('workers', ['workers', 'core']),
    only('ui', ['ui', 'words', 'core', 'records', 'workers', 'server']),
    only('server', ['server', 'words', 'records', 'core', 'standins']),
    only('cli', ['cli', 'server', 'words', 'core']),
    only('app', ['app', 'ui', 'server', 'words', 'records', 'core']),
    ...floorRules,
    {
      name: 'every-core-folder-has-a-floor',
      severity: 'error',
      from: { path: '^core/', pathNot: `^core/(${floors.join('|')})/` },
      to: {},
    },
    {
      name: 'ui-runs-only-actions',
      severity: 'error',
      comment: 'at run time ui takes nothing of server but its action files; types may come from anywhere there',
      from: { path: '^ui/' },
      to: { path: '^server/', pathNot: '/actions\\.ts$', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      comment:
        'the core knows no framework, no database and no Node; only zod, suncalc, pure-rand, date zones, a packer of rectangles and one of bytes, statistics, matrices and least squares',
      from: { path: '^(core|records)/', pathNot: '\\.test\\.ts$' },
      to: {
        dependencyTypes: ['npm', 'npm-dev', 'core'],
        pathNot:
          'node_modules/(zod|suncalc|pure-rand|@date-fns/tz|papaparse|maxrects-packer|fflate|jstat|ml-matrix|ml-levenberg-marquardt)/',
      },
    },
    {
      name: 'one-wiring-file-for-standins',
      severity: 'error',
      from: { path: '^server/', pathNot: '^server/outside\\.ts$|\\.test\\.ts$' },
      to: { path: '^standins/' },
    },
    { name: 'no-circles', severity: 'error', from: { pathNot: '\\.test\\.ts$' }, to: { circular: true } },
    {
      name: 'no-circles-between-core-folders',
      scope: 'folder',
      severity: 'error',
      from: { path: '^core/' },
      to: { circular: true },
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    // Tests may reach anywhere.
    exclude: '\\.test\\.ts$',
  },
};
