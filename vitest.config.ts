import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: [
      // Thousands of simulated runs take as long as the machine takes; how fast they are is for the benchmark to say.
      { test: { name: 'core', root: 'packages/core', include: ['src/**/*.test.ts'], testTimeout: 240_000, isolate: false } },
      { test: { name: 'contract', root: 'packages/contract', include: ['src/**/*.test.ts'], testTimeout: 60_000 } },
      'packages/web',
      { test: { name: 'practice', root: 'packages/practice', include: ['test/**/*.test.ts'], testTimeout: 60_000 } },
      {
        test: {
          name: 'demo',
          root: 'demo',
          include: ['test/**/*.test.ts'],
          testTimeout: 240_000,
          hookTimeout: 120_000,
          maxWorkers: 2,
          isolate: false,
        },
      },
      {
        test: {
          name: 'server',
          root: 'packages/server',
          include: ['test/**/*.test.ts'],
          testTimeout: 240_000,
          hookTimeout: 120_000,
          maxWorkers: 2,
          isolate: false,
        },
      },
    ],
  },
})
