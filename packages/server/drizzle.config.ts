import { defineConfig } from 'drizzle-kit'

export default defineConfig({
  dialect: 'postgresql',
  schema: './packages/server/src/base/db/schema.ts',
  out: './packages/server/migrations',
})
