/** The arrows of the house: web, server, cli, store -> usecases -> model -> contract -> core; any lower layer may be imported. */
const layer = (from, allowed, but = []) => ({
  name: `${from}-arrows`,
  severity: 'error',
  comment: `${from} may import only: ${[from, ...allowed].join(', ')}`,
  from: { path: `^${from}/`, pathNot: but },
  to: {
    path: '^(core|contract|model|usecases|store|server|web|cli|demo|e2e|benchmarks)/',
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
/** The folders of the core from the ground up: each may import only what stands before it. Tests may look up. */
const floors = [
  ...['numeric', 'statistics', 'time', 'chemistry', 'wear', 'quantity', 'formulas', 'diagnosis', 'water'],
  ...['catalogue', 'rules', 'planning', 'explain', 'calculators'],
];
const floor = (folder, i) => ({
  name: `core-${folder}`,
  severity: 'error',
  comment: `core/${folder} may import only core folders under it: ${floors.slice(0, i).join(', ')}`,
  from: { path: `^core/${folder}/`, pathNot: '\\.test\\.ts$|/testing/' },
  to: { path: `^core/(${floors.slice(i + 1).join('|')})/` },
});
module.exports = {
  forbidden: [
    layer('core', []),
    ...floors.slice(0, -1).map(floor),
    {
      name: 'core-folder-has-its-floor',
      severity: 'error',
      comment: 'A new folder of the core is given its place among the floors',
      from: { path: '^core/[^/]+/', pathNot: `^core/(${floors.join('|')}|reference)/` },
      to: {},
    },
    layer('contract', ['core']),
    layer('model', ['contract', 'core']),
    layer('usecases', ['model', 'contract', 'core']),
    layer('store', ['usecases', 'model', 'contract', 'core']),
    layer('server', ['store', 'usecases', 'model', 'contract', 'core']),
    layer('demo', ['store', 'usecases', 'model', 'contract', 'core']),
    layer('cli', ['server', 'demo', 'store', 'usecases', 'model', 'contract', 'core']),
    // a screen is tried with the server it asks
    layer('web', ['usecases', 'model', 'contract', 'core'], ['\\.test\\.tsx?$', '^web/testing/']),
    layer('benchmarks', ['server', 'demo', 'store', 'usecases', 'model', 'contract', 'core']),
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
