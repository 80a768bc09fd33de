/**
 * Runs the core's tests for the breaker in one process, read once: a break then costs its tests and not their reading.
 *
 * What is kept at the top of a module (a table made when first asked for) stays from one break to the next. So a test
 * that fails is asked again without the break; where it fails then too, everything is read anew and the break is tried
 * once more.
 */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { createServer, createServerModuleRunner } from 'vite'
import { ESModulesEvaluator } from 'vite/module-runner'
import { commonTokens, declareFactoryPlugin, PluginKind, tokens } from '@stryker-mutator/api/plugin'
import {
  determineHitLimitReached,
  DryRunStatus,
  TestStatus,
  toMutantRunResult,
} from '@stryker-mutator/api/test-runner'

const SPACE = '__stryker__'
/** Tests of many random stories take longer than this, ms; unless all are wanted, they are asked where no other runs over the break. */
const SLOW_MS = 1000
const ALL_TESTS = process.env.MUTATE_ALL_TESTS === '1'
/** Runs over a break after which it is taken for a hang: five times those of all tests, where that is many. */
const hangsAfter = (hitLimit) => Math.min(hitLimit, Math.max(1e6, hitLimit / 20))
/** Beside the broken copy: how long each test took, for the processes that did not run them all. */
const TOOK = 'testsTook.json'

const told = (globalThis.__tests__ ??= { file: '', within: [], tests: [] })
const idOf = (test, i) => `${i} ${test.file} > ${test.name}`

/** Packages of the older kind give their parts by name too, as they do under Vitest. */
class ByName extends ESModulesEvaluator {
  async runExternalModule(file) {
    const module = await super.runExternalModule(file)
    const { default: all } = module
    return typeof all === 'object' && all !== null ? { ...all, ...module } : module
  }
}

class InProcess {
  space = (globalThis[SPACE] ??= {})
  /** By its name: what to run, and how long it took when nothing was broken. */
  tests = new Map()
  took = new Map()

  capabilities() {
    return { reloadEnvironment: true }
  }

  async init() {
    this.server = await createServer({
      configFile: false,
      root: process.cwd(),
      logLevel: 'error',
      appType: 'custom',
      optimizeDeps: { noDiscovery: true },
      server: { middlewareMode: true, hmr: false, watch: null, ws: false },
      resolve: { alias: { vitest: resolve(import.meta.dirname, 'asVitest.mjs') } },
    })
    this.runner = createServerModuleRunner(this.server.environments.ssr, {
      hmr: false,
      evaluator: new ByName(),
    })
    this.files = readdirSync('core/src', { recursive: true })
      .filter((file) => file.endsWith('.test.ts'))
      .sort()
  }

  async dispose() {
    await this.runner?.close()
    await this.server?.close()
  }

  /** Reads every test file, and all it imports, anew. */
  async read() {
    this.runner.clearCache()
    told.tests = []
    this.space.currentTestId = undefined
    for (const file of this.files) {
      told.file = file
      await this.runner.import(resolve('core/src', file))
    }
    this.tests = new Map(told.tests.map((test, i) => [idOf(test, i), test]))
  }

  /** What went wrong, or null. */
  async wrong(id) {
    const test = this.tests.get(id)
    if (test === undefined) throw new Error(`no such test: ${id}`)
    try {
      await test.run()
      return null
    } catch (error) {
      return error
    }
  }

  /** The same with nothing broken. */
  wrongWithout(id) {
    this.space.activeMutant = undefined
    this.space.hitLimit = undefined
    return this.wrong(id)
  }

  async dryRun() {
    this.space.activeMutant = undefined
    this.space.hitLimit = undefined
    await this.read()
    const tests = []
    for (const id of this.tests.keys()) {
      this.space.currentTestId = id
      const begun = performance.now()
      const error = await this.wrong(id)
      const timeSpentMs = performance.now() - begun
      this.took.set(id, timeSpentMs)
      // A slow one that is not asked gives nobody time to hang in.
      const asked = ALL_TESTS || timeSpentMs < SLOW_MS
      const fact = { id, name: id, timeSpentMs: asked ? timeSpentMs : 0 }
      tests.push(
        error === null
          ? { ...fact, status: TestStatus.Success }
          : { ...fact, status: TestStatus.Failed, failureMessage: String(error?.stack ?? error) },
      )
    }
    this.space.currentTestId = undefined
    writeFileSync(TOOK, JSON.stringify([...this.took]))
    const { mutantCoverage } = this.space
    return { status: DryRunStatus.Complete, tests, mutantCoverage }
  }

  async mutantRun({ activeMutant, testFilter, hitLimit, mutantActivation }) {
    const ask = { mutant: activeMutant.id, ids: testFilter, hitLimit }
    if (this.took.size === 0) this.took = new Map(JSON.parse(readFileSync(TOOK, 'utf8')))
    try {
      return mutantActivation === 'static' ? await this.readWith(ask) : await this.askWith(ask)
    } finally {
      this.space.activeMutant = undefined
      this.space.hitLimit = undefined
    }
  }

  /** A break in what is worked out while a file is read: everything is read with it, and of no use for the next. */
  async readWith(ask) {
    this.breakIt(ask)
    try {
      await this.read()
    } catch (error) {
      return this.result({ id: 'reading', error }, ask)
    }
    const seen = await this.firstWrong(ask)
    this.tests = new Map()
    return this.result(seen, ask)
  }

  async askWith(ask) {
    if (this.tests.size === 0) await this.read()
    this.breakIt(ask)
    const seen = await this.firstWrong(ask)
    const result = this.result(seen, ask)
    // Is it the break, or what an earlier one left behind?
    if (seen === null || (await this.wrongWithout(seen.id)) === null) return result
    await this.read()
    const without = await this.wrongWithout(seen.id)
    if (without !== null)
      throw new Error(`fails without a break too: ${seen.id}`, { cause: without })
    this.breakIt(ask)
    return this.result(await this.firstWrong(ask), ask)
  }

  breakIt({ mutant, hitLimit }) {
    this.space.hitCount = 0
    this.space.hitLimit = hitLimit === undefined ? undefined : hangsAfter(hitLimit)
    this.space.activeMutant = mutant
  }

  /** A break is told by the first test that fails, so the quick ones are asked first. */
  toAsk(ids) {
    const took = (id) => this.took.get(id) ?? 0
    const inOrder = [...ids].sort((a, b) => took(a) - took(b))
    if (ALL_TESTS) return inOrder
    const quick = inOrder.filter((id) => took(id) < SLOW_MS)
    return quick.length > 0 ? quick : inOrder.slice(0, 1)
  }

  async firstWrong({ ids = [...this.tests.keys()] }) {
    for (const id of this.toAsk(ids)) {
      const error = await this.wrong(id)
      if (error !== null) return { id, error }
    }
    return null
  }

  result(seen, { ids = [] }) {
    const limit = determineHitLimitReached(this.space.hitCount, this.space.hitLimit)
    if (limit) return toMutantRunResult(limit)
    const fact = { name: '', timeSpentMs: 0, status: TestStatus.Success }
    const tests = ids.map((id) => ({ ...fact, id }))
    if (seen === null) return toMutantRunResult({ status: DryRunStatus.Complete, tests })
    const failureMessage = String(seen.error?.message ?? seen.error)
    const failed = { ...fact, id: seen.id, status: TestStatus.Failed, failureMessage }
    return toMutantRunResult({ status: DryRunStatus.Complete, tests: [failed] })
  }
}

const inProcess = () => new InProcess()
inProcess.inject = tokens(commonTokens.options)

export const strykerPlugins = [declareFactoryPlugin(PluginKind.TestRunner, 'in-process', inProcess)]
