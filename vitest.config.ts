import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: [
      'core/src/**/*.test.ts',
      'contract/src/**/*.test.ts',
      'server/src/**/*.test.ts',
      'web/src/**/*.test.ts',
    ],
    passWithNoTests: false,
    // All cores: most of a run is waiting for files and compiling.
    maxWorkers: '100%',
    // The files of a worker share what they import: reading it for each was a third of the run.
    isolate: false,
    // A slow machine is not a failure; how long things take is for the bench to say.
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
})
