import { availableParallelism } from 'node:os'
import { defineConfig } from '@playwright/test'
import { CHROMIUM } from './support/chromium'

/** More of them wait for each other's disk. */
const WORKERS_MOST = 6

export default defineConfig({
  testDir: './journeys',
  globalSetup: './support/preparedDemo.ts',
  outputDir: '../test-results',
  // A slow machine is not a failure: the axe runs alone take seconds a screen, and what is waited for comes late.
  timeout: 600_000,
  expect: { timeout: 120_000 },
  // A browser and a server keep a core busy each now and then; two go on beside each other on any machine.
  workers: Math.min(WORKERS_MOST, Math.max(2, availableParallelism())),
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
