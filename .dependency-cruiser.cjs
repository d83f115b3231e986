/** The arrows of the house: app → ui, server → core; workers, standins → core; core → only itself. */
const only = (from, allowed) => ({
  name: `${from}-imports`,
  severity: 'error',
  comment: `${from} may import only ${allowed.join(', ')}`,
  from: { path: `^${from}/`, pathNot: '\\.test\\.ts$' },
  to: { path: '^(app|ui|server|standins|workers|cli|core|tests)/', pathNot: `^(${allowed.join('|')})/` },
});

module.exports = {
  forbidden: [
    only('core', ['core']),
    only('standins', ['standins', 'core']),
    only('workers', ['workers', 'core']),
    only('ui', ['ui', 'core', 'workers']),
    only('server', ['server', 'core', 'standins']),
    only('cli', ['cli', 'server', 'core']),
    only('app', ['app', 'ui', 'server', 'core']),
    {
      name: 'core-is-pure',
      severity: 'error',
      comment: 'the core knows no framework, no database and no Node; only zod, suncalc, pure-rand and date zones',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: {
        dependencyTypes: ['npm', 'npm-dev', 'core'],
        pathNot: 'node_modules/(zod|suncalc|pure-rand|@date-fns/tz)/',
      },
    },
    {
      name: 'one-wiring-file-for-standins',
      severity: 'error',
      from: { path: '^server/', pathNot: '^server/outside\\.ts$|\\.test\\.ts$' },
      to: { path: '^standins/' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
  },
};
