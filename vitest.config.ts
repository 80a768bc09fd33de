import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['core/src/**/*.test.ts', 'contract/src/**/*.test.ts', 'server/src/**/*.test.ts'],
    passWithNoTests: false,
  },
})
