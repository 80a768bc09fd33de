/**
 * Breaks the core on purpose, one small change at a time, and counts the breaks its own tests notice.
 *
 *   ./mend mutate [ROOM…] [--one-in N] [--all-tests] [--tables] [--json FILE]
 *
 * Tests of many random stories are asked only where no quicker one runs over a break: what only they notice counts as
 * missed. `--all-tests` asks them too. `--tables` breaks what is worked out when a file is read too, such as tables: for
 * each of those everything is read anew.
 * Words for people are left alone: a changed sentence is for a reader to notice.
 */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { availableParallelism, tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { Stryker } from '@stryker-mutator/core'

const ROOMS = [
  'analysers',
  'diagnosis',
  'measure',
  'mending',
  'music',
  'practice',
  'readers',
  'record',
  'standing',
  'takes',
  'timing',
  'tone',
]
/** Of a hundred breaks, so many are to be noticed. */
const ENOUGH = 80

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    'one-in': { type: 'string', default: '1' },
    'all-tests': { type: 'boolean', default: false },
    tables: { type: 'boolean', default: false },
    json: { type: 'string' },
  },
})
const strangers = positionals.filter((room) => !ROOMS.includes(room))
if (strangers.length > 0 || !/^[1-9]\d*$/.test(values['one-in'])) {
  console.error(
    `Usage: ./mend mutate [${ROOMS.join('|')}…] [--one-in N] [--all-tests] [--tables] [--json FILE]`,
  )
  process.exit(2)
}
const rooms = positionals.length > 0 ? positionals : ROOMS
process.env.MUTATE_ONE_IN = values['one-in']
process.env.MUTATE_ALL_TESTS = values['all-tests'] ? '1' : '0'

const folder = mkdtempSync(join(tmpdir(), 'vein-mend-mutate-'))

function stryker() {
  return new Stryker({
    testRunner: 'in-process',
    mutate: [...rooms.map((room) => `core/src/${room}/**/*.ts`), '!**/*.test.ts', '!**/test/**'],
    mutator: { excludedMutations: ['StringLiteral'] },
    plugins: ['./tools/mutate/inProcess.mjs', './tools/mutate/oneIn.mjs'],
    ignorers: ['one-in'],
    ignorePatterns: ['docs/screenshots', 'e2e', 'server/dist', 'web', 'test-results'],
    coverageAnalysis: 'perTest',
    ignoreStatic: !values.tables,
    concurrency: Math.max(1, availableParallelism()),
    tempDirName: folder,
    // Enough for a slow test where none else runs over the break.
    timeoutMS: 30_000,
    // A machine with other work takes longer over the first run, of all tests, than the five minutes that are usual.
    dryRunTimeoutMinutes: 30,
    reporters: ['progress-append-only'],
    clearTextReporter: { allowColor: false },
    warnings: { slow: false },
    allowConsoleColors: false,
  })
}

const NOTICED = ['Killed', 'Timeout']
const MISSED = ['Survived', 'NoCoverage']

function share(breaks) {
  const noticed = breaks.filter((b) => NOTICED.includes(b.status)).length
  const all = noticed + breaks.filter((b) => MISSED.includes(b.status)).length
  return { noticed, all, percent: all === 0 ? 100 : (100 * noticed) / all }
}

const say = ({ noticed, all, percent }) => `${noticed} of ${all} noticed (${percent.toFixed(1)} %)`

const line = (b) => {
  const change = b.replacement.replaceAll(/\s+/g, ' ').slice(0, 100)
  return `  ${b.fileName}:${b.location.start.line + 1}  ${b.status}  ${b.mutatorName}  ${change}`
}

try {
  const breaks = await stryker().runMutationTest()
  const missed = breaks.filter((b) => MISSED.includes(b.status))
  console.log(`\nNot noticed:\n${missed.map(line).join('\n')}\n`)
  for (const room of rooms) {
    console.log(`${room}: ${say(share(breaks.filter((b) => b.fileName.includes(`src/${room}/`))))}`)
  }
  const whole = share(breaks)
  console.log(`All: ${say(whole)}`)
  if (values.json) writeFileSync(values.json, JSON.stringify(missed, null, 1))
  process.exitCode = whole.percent >= ENOUGH ? 0 : 1
} finally {
  rmSync(folder, { recursive: true, force: true })
}
