import { defineConfig } from '@playwright/test'
import { CHROMIUM } from './support/chromium'

export default defineConfig({
  testDir: './journeys',
  globalSetup: './support/preparedDemo.ts',
  outputDir: '../test-results',
  // A slow machine is not a failure: the axe runs alone take seconds a screen, and what is waited for comes late.
  timeout: 600_000,
  expect: { timeout: 120_000 },
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  retries: 0,
  use: {
    // What can never be pressed is said before the journey's own time is out.
    actionTimeout: 120_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
    trace: 'off',
    // It keeps a hundred files for each browser that is new: a quarter of a run. Where the server goes away it is let in.
    serviceWorkers: 'block',
  },
})
