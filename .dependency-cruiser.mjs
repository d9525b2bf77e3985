import { readdirSync } from 'node:fs'
import { LAYERS } from './layers.config.mjs'

/** Two folders deep where a row names them so. */
const foldersOf = (root, rows) => {
  const parents = new Set(rows.flat().flatMap((name) => (name.includes('/') ? [name.split('/')[0]] : [])))
  const names = (at) =>
    readdirSync(`${import.meta.dirname}/${at}`, { withFileTypes: true })
      .filter((one) => one.isDirectory())
      .map(({ name }) => name)
  return names(root).flatMap((name) => (parents.has(name) ? names(`${root}/${name}`).map((child) => `${name}/${child}`) : [name]))
}

/** For each folder: nothing of its own row but itself, and nothing of the rows below. */
const layers = Object.entries(LAYERS).flatMap(([root, rows]) => {
  const without = foldersOf(root, rows).filter((folder) => !rows.flat().includes(folder))
  if (without.length > 0) throw new Error(`${root}: ${without.join(', ')} stands in no row of layers.config.mjs`)
  return rows.flatMap((row, at) =>
    row.flatMap((folder) => {
      const barred = [...row.filter((one) => one !== folder), ...rows.slice(at + 1).flat()]
      if (barred.length === 0) return []
      return [
        {
          name: `${folder}-imports-only-from-rows-above-it`,
          severity: 'error',
          comment: `The rows of layers.config.mjs: ${folder} knows nothing of what stands beside it or below.`,
          from: { path: `^${root}/${folder}/`, pathNot: '[.]test[.]ts$' },
          to: { path: `^${root}/(${barred.join('|')})/` },
        },
      ]
    }),
  )
})

/** The arrows of import run one way only: web and server to contract to core; the core to nothing of ours. */
export default {
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
    {
      name: 'facts-of-calls-stand-alone',
      comment: 'A browser loads every calls.ts and none of the schemas.',
      severity: 'error',
      from: { path: '^packages/contract/src/[a-z]+/calls[.]ts$' },
      to: { pathNot: '^packages/contract/src/base/call[.]ts$' },
    },
    {
      name: 'schemas-know-no-calls',
      comment: 'A resource’s api.ts puts schemas of all resources together; a schema never asks how it is sent.',
      severity: 'error',
      from: { path: '^packages/contract/src/[a-z]+/', pathNot: '/api[.]ts$' },
      to: { path: '^packages/contract/src/([a-z]+/api|[a-z]+/calls|api|calls|operation)[.]ts$' },
    },
    {
      name: 'contract-base-knows-no-resource',
      severity: 'error',
      from: { path: '^packages/contract/src/base/' },
      to: { path: '^packages/contract/src/(?!base/)' },
    },
    { name: 'server-not-web', severity: 'error', from: { path: '^packages/server' }, to: { path: '^(packages/web|demo|e2e|bench)' } },
    { name: 'web-not-server', severity: 'error', from: { path: '^packages/web' }, to: { path: '^(packages/server|demo|e2e|bench)' } },
    {
      name: 'one-door-to-the-ledger',
      comment: 'Entries go in by append alone, and only resources with kinds of entry of their own call it.',
      severity: 'error',
      from: { path: '^packages/server/src', pathNot: '^packages/server/src/(ledger|entries|setups|machines)/' },
      to: { path: '^packages/server/src/ledger/append' },
    },
    ...layers,
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
