import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'core', root: 'packages/core', include: ['src/**/*.test.ts'] } },
      { test: { name: 'contract', root: 'packages/contract', include: ['src/**/*.test.ts'] } },
      'packages/web',
      {
        test: {
          name: 'demo',
          root: 'demo',
          include: ['test/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 30_000,
          fileParallelism: false,
        },
      },
      {
        test: {
          name: 'server',
          root: 'packages/server',
          include: ['test/**/*.test.ts'],
          testTimeout: 20_000,
          hookTimeout: 30_000,
          fileParallelism: false,
        },
      },
    ],
  },
})
