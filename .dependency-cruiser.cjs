/** The arrows of the house: web, server, cli, store -> usecases -> model -> contract -> core; any lower layer may be imported. */
const layer = (from, allowed) => ({
  name: `${from}-arrows`,
  severity: 'error',
  comment: `${from} may import only: ${[from, ...allowed].join(', ')}`,
  from: { path: `^${from}/` },
  to: {
    path: '^(core|contract|model|usecases|store|server|web|cli|demo|e2e|bench)/',
    pathNot: `^(${[from, ...allowed].join('|')})/`,
  },
});
const noPackages = (from, pattern) => ({
  name: `${from}-packages`,
  severity: 'error',
  comment: `${from} is free of input, output and interface packages`,
  from: { path: `^${from}/`, pathNot: '\\.test\\.ts$|^core/reference/' },
  to: { path: pattern },
});
module.exports = {
  forbidden: [
    layer('core', []),
    layer('contract', ['core']),
    layer('model', ['contract', 'core']),
    layer('usecases', ['model', 'contract', 'core']),
    layer('store', ['usecases', 'model', 'contract', 'core']),
    layer('server', ['store', 'usecases', 'model', 'contract', 'core']),
    layer('demo', ['store', 'usecases', 'model', 'contract', 'core']),
    layer('cli', ['server', 'demo', 'store', 'usecases', 'model', 'contract', 'core']),
    layer('web', ['usecases', 'model', 'contract', 'core']),
    layer('bench', ['server', 'demo', 'store', 'usecases', 'model', 'contract', 'core']),
    layer('e2e', []),
    noPackages('core', 'node_modules/(react|express|typeorm|better-sqlite3|@mui|valibot)'),
    {
      name: 'core-no-node',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'formulas-below-calculators',
      severity: 'error',
      comment:
        'A calculator shows a formula; what works a figure out calls the formula, never the calculator',
      from: { path: '^(core|model|usecases)/', pathNot: '^core/calculators/|^usecases/.*\\.test\\.ts$' },
      to: { path: '^core/calculators/' },
    },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^dist/' },
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.json'] },
  },
};
