import { defineConfig } from 'drizzle-kit'

export default defineConfig({
  dialect: 'postgresql',
  schema: ['schema', 'people', 'sharing', 'issues', 'library'].map((file) => `./src/server/database/${file}.ts`),
  out: './src/server/database/migrations',
  casing: 'snake_case',
})
