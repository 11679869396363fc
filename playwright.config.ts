import { defineConfig } from '@playwright/test'
import { CHROMIUM } from './tests/support/producers'

/** What starts or ends a whole Calque of its own, or fills the queue of readings: it would starve what runs beside it. */
const ALONE = ['damaged-files', 'faults', 'holding', 'nothing-lost', 'object-store', 'people', 'reading-stops'].map(
  (name) => `**/${name}.spec.ts`,
)

if (!process.env.CALQUE_ADDRESS) throw new Error('These tests need a running Calque: start them with `npm test`.')

export default defineConfig({
  testDir: 'tests/e2e',
  projects: [
    { name: 'together', outputDir: '.calque/test/artifacts/together', testIgnore: ALONE },
    { name: 'alone', outputDir: '.calque/test/artifacts/alone', testMatch: ALONE, workers: 1 },
  ],
  workers: 2,
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
