import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    include: ['src/**/*.test.{ts,tsx}', 'cli/**/*.test.ts', 'demo/**/*.test.ts', 'tests/**/*.test.{ts,tsx}'],
    // One for each processor: by itself Vitest leaves one of two idle.
    maxWorkers: '100%',
    testTimeout: 60_000,
    hookTimeout: 120_000,
  },
})
