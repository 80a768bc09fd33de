/** Runs every check and test, and ends with one plain line over all runners. */
import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

// What is told by thousands of random cases is told by all of them.
if (process.argv.includes('--long')) process.env.VEIN_MEND_LONG_TESTS = '1'

const folder = mkdtempSync(join(tmpdir(), 'vein-mend-test-'))

function run(name, command, args, env = {}) {
  console.log(`\n== ${name}`)
  return new Promise((done) => {
    const child = spawn(command, args, {
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    })
    child.on('close', (code) => done(code === 0))
    child.on('error', () => done(false))
  })
}

/** The same with its words kept until it is done, so that two can run side by side. */
function runQuietly(name, command, args) {
  return new Promise((done) => {
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] })
    let words = ''
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (words += text))
    const end = (ok) => {
      console.log(`\n== ${name}\n${words.trimEnd()}`)
      done(ok)
    }
    child.on('close', (code) => end(code === 0))
    child.on('error', () => end(false))
  })
}

function read(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'))
  } catch {
    return null
  }
}

/** A check without test cases counts as one test. */
async function single(name, command, args) {
  const ok = await runQuietly(name, command, args)
  return { passed: ok ? 1 : 0, failed: ok ? 0 : 1 }
}

async function unit() {
  const file = join(folder, 'unit.json')
  const ok = await run('Unit tests', 'node_modules/.bin/vitest', [
    'run',
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${file}`,
  ])
  const report = read(file)
  if (!report || report.numTotalTests === 0) return { passed: 0, failed: 1 }
  return { passed: report.numPassedTests, failed: Math.max(report.numFailedTests, ok ? 0 : 1) }
}

async function journeys() {
  const file = join(folder, 'journeys.json')
  const ok = await run(
    'Browser journeys',
    'node_modules/.bin/playwright',
    ['test', '--config', 'e2e/playwright.config.ts', '--reporter=list,json'],
    {
      PLAYWRIGHT_JSON_OUTPUT_NAME: file,
    },
  )
  const stats = read(file)?.stats
  if (!stats || stats.expected + stats.unexpected === 0) return { passed: 0, failed: 1 }
  return { passed: stats.expected + stats.flaky, failed: Math.max(stats.unexpected, ok ? 0 : 1) }
}

const ROOMS = ['core', 'contract', 'server', 'web/src', 'e2e']

async function checksAndUnit() {
  return [
    await single('Types', 'node', ['tools/checkTypes.mjs']),
    await single('Documented', 'node', ['tools/checkDocumented.mjs']),
    await single('Format', 'node_modules/.bin/prettier', ['--check', '--log-level', 'warn', '.']),
    await single('Architecture', 'node_modules/.bin/depcruise', [
      '--config',
      '.dependency-cruiser.cjs',
      ...ROOMS,
    ]),
    await unit(),
  ]
}

console.log(
  '\nLint beside the other checks and the unit tests; what a check says comes as it is done.',
)
const [lint, others] = await Promise.all([
  single('Lint', 'node_modules/.bin/eslint', ['.', '--max-warnings', '0']),
  checksAndUnit(),
])
const results = [lint, ...others, await journeys()]
rmSync(folder, { recursive: true, force: true })
const passed = results.reduce((n, r) => n + r.passed, 0)
const failed = results.reduce((n, r) => n + r.failed, 0)
console.log(`\n${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
