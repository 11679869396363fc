import { defineConfig } from '@playwright/test'
import { CHROMIUM } from './tests/support/producers'

if (!process.env.CALQUE_ADDRESS) throw new Error('These tests need a running Calque: start them with `npm test`.')

export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: '.calque/test/artifacts',
  workers: 1,
  timeout: 90_000,
  expect: { timeout: 15_000 },
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env.CALQUE_ADDRESS,
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
    // What moves on its own would be clicked where it no longer is.
    contextOptions: { reducedMotion: 'reduce' },
    acceptDownloads: true,
    screenshot: 'only-on-failure',
  },
})
