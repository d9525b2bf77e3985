/** The arrows of import run one way only: web and server to contract to core; the core to nothing of ours. */
module.exports = {
  forbidden: [
    {
      name: 'core-stands-alone',
      comment: 'The core imports no package and nothing of ours: no Vue, no Express, no database, no I/O.',
      severity: 'error',
      from: { path: '^packages/core/src', pathNot: '[.]test[.]ts$' },
      to: { pathNot: '^packages/core/src' },
    },
    {
      name: 'contract-knows-only-core',
      severity: 'error',
      from: { path: '^packages/contract/src' },
      to: { path: '^(packages/(server|web)|demo|e2e|bench)' },
    },
    { name: 'server-not-web', severity: 'error', from: { path: '^packages/server' }, to: { path: '^(packages/web|demo|e2e|bench)' } },
    { name: 'web-not-server', severity: 'error', from: { path: '^packages/web' }, to: { path: '^(packages/server|demo|e2e|bench)' } },
    {
      name: 'one-door-to-the-ledger',
      comment: 'Only ledger/ appends entries; whoever wants an entry calls what ledger/ offers.',
      severity: 'error',
      from: { path: '^packages/server/src', pathNot: '^packages/server/src/(ledger|live)/' },
      to: { path: '^packages/server/src/ledger/append' },
    },
    {
      name: 'testing-only-for-tests',
      comment:
        'Machines, scenes and plays of tests are in no program that a shop runs; the demo shop and the benchmarks play with them too.',
      severity: 'error',
      from: { path: '^packages/(core|contract|server|web)/src', pathNot: '[.]test[.]ts$' },
      to: { path: '^packages/testing' },
    },
    {
      name: 'testing-knows-only-core',
      severity: 'error',
      from: { path: '^packages/testing' },
      to: { path: '^(packages/(contract|server|web)|demo|e2e|bench)' },
    },
    {
      name: 'practice-is-reached-by-address',
      comment: 'To the product a practice machine is a machine like any other.',
      severity: 'error',
      from: { path: '^packages/(core|contract|server|web|testing)/src' },
      to: { path: '^packages/practice' },
    },
    {
      name: 'practice-knows-nothing-of-the-product',
      comment: 'A machine that shared the arithmetic would agree with its mistakes.',
      severity: 'error',
      from: { path: '^packages/practice/src' },
      to: { path: '^(packages/(core|contract|server|web)|demo|e2e|bench)' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
    { name: 'nothing-missing', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '^(virtual:|@fontsource/)' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(dist|node_modules)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
      extensions: ['.ts', '.vue', '.mjs', '.js', '.json'],
    },
  },
}
