import { statSync } from 'node:fs'
import { resolve } from 'node:path'
import { defineConfig } from 'vitest/config'
import { BaseSequencer } from 'vitest/node'
import type { TestSpecification } from 'vitest/node'

const QUICK = process.env.MUTATE_QUICK === '1'

/** Files whose tests tell many random stories take seconds; most breaks are noticed long before. */
const LONG_NAMES = ['anyStory', 'crack', 'practice', 'forecastGate', 'acts', 'accidentals']
const LONG = new RegExp(`/(${LONG_NAMES.join('|')})\\.test`)

/** A break is told by the first test that fails, so the quick ones are asked first. */
class QuickFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]) {
    const weight = ({ moduleId }: TestSpecification) =>
      statSync(moduleId).size + (LONG.test(moduleId) ? 1e9 : 0)
    return [...files].sort((a, b) => weight(a) - weight(b))
  }
}

/** Tests of the server that ask the core in their own thread, and neither restart nor time anything. */
const OF_THE_SERVER = [
  'handover',
  'home',
  'knowledge',
  'mendedRules',
  'notation/*',
  'packs/packs',
  'packs/schools',
  'packs/stops',
  'packs/workedCases',
  'packs/writtenForm',
  'packs/exercises',
  'practice',
  'progress',
  'store/records',
].map((name) => `server/src/${name}.test.ts`)

/** The tests that are asked about the rooms `./mend mutate` breaks: the core's own first, then the server's. */
export default defineConfig({
  // Breaks are made in a copy, so that what the server imports has to be the copy's too.
  resolve: {
    alias: [{ find: /^@vein-mend\/core\/(.*)$/, replacement: resolve('core/src/$1/index.ts') }],
  },
  test: {
    // In the quick round the long ones and the server's are not asked: what only they notice then counts as missed.
    include: ['core/src/**/*.test.ts', ...(QUICK ? [] : OF_THE_SERVER)],
    exclude: QUICK ? LONG_NAMES.map((n) => `core/src/**/${n}.test.ts`) : [],
    testTimeout: 600_000,
    hookTimeout: 600_000,
    sequence: { sequencer: QuickFirst },
  },
})
