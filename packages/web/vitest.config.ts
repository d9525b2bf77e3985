import vue from '@vitejs/plugin-vue'
import { defineProject } from 'vitest/config'

export default defineProject({
  plugins: [vue()],
  resolve: { conditions: ['development', 'browser'] },
  test: {
    name: 'web',
    include: ['src/**/*.test.ts'],
    environment: 'happy-dom',
    setupFiles: ['./test/alone.ts'],
    testTimeout: 60_000,
    isolate: false,
  },
})
