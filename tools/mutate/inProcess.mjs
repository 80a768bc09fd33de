/**
 * Runs the core's tests for the breaker in one process, read once: a break then costs its tests and not their reading.
 *
 * What is kept at the top of a module (a table made when first asked for) stays from one break to the next. So a test
 * that fails is asked again without the break; where it fails then too, or where no test failed, everything is read anew
 * and the break is tried once more.
 */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { Script } from 'node:vm'
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
/**
 * Tests of many random stories work longer than this, ms of the processor; unless all are wanted, they are asked where
 * no other runs over the break.
 */
const SLOW_MS = 2500
const ALL_TESTS = process.env.MUTATE_ALL_TESTS === '1'
/** A break is taken for a hang when it is run over ten times as often as the tests that are asked did unbroken, or so often. */
const hangsAfter = (hits) => Math.max(100_000, 10 * hits)
/**
 * A break that is not run over again may hang all the same: where a test takes thirty times as long as it did, and so
 * long at least, ms, it is stopped where it stands. What it waits for is not stopped.
 */
const HANGS_MS = 5000
const stopsAfter = (took) => Math.max(HANGS_MS, Math.ceil(30 * took))
const STOPPABLE = new Script('globalThis.__tests__.asked()')
/** Beside the broken copy: what was learnt while nothing was broken, for the processes that did not run it. */
const LEARNT = 'learntOfTests.json'

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
  /** How long the processor worked for it, ms: on a machine with other work it only took longer. */
  worked = new Map()
  /** By the break: how often the tests that will be asked run over it. */
  hits = new Map()

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
  async wrong(id, limits = {}) {
    const test = this.tests.get(id)
    if (test === undefined) throw new Error(`no such test: ${id}`)
    told.asked = test.run
    try {
      await STOPPABLE.runInThisContext(limits)
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
      const [begun, before] = [performance.now(), process.cpuUsage()]
      const error = await this.wrong(id)
      const timeSpentMs = performance.now() - begun
      const { user, system } = process.cpuUsage(before)
      this.took.set(id, timeSpentMs)
      this.worked.set(id, (user + system) / 1000)
      // A slow one that is not asked gives nobody time to hang in.
      const fact = { id, name: id, timeSpentMs: this.isQuick(id) ? timeSpentMs : 0 }
      tests.push(
        error === null
          ? { ...fact, status: TestStatus.Success }
          : { ...fact, status: TestStatus.Failed, failureMessage: String(error?.stack ?? error) },
      )
    }
    this.space.currentTestId = undefined
    const { mutantCoverage } = this.space
    const learnt = {
      took: [...this.took],
      worked: [...this.worked],
      hits: [...this.hitsOf(mutantCoverage.perTest)],
    }
    writeFileSync(LEARNT, JSON.stringify(learnt))
    return { status: DryRunStatus.Complete, tests, mutantCoverage }
  }

  /** Over the quick tests; over all, where no quick one runs over it. */
  hitsOf(perTest) {
    const sums = [new Map(), new Map()]
    for (const [id, counts] of Object.entries(perTest)) {
      const sum = sums[this.isQuick(id) ? 0 : 1]
      for (const [mutant, n] of Object.entries(counts)) sum.set(mutant, (sum.get(mutant) ?? 0) + n)
    }
    return new Map([...sums[1], ...sums[0]])
  }

  learn() {
    const { took, worked, hits } = JSON.parse(readFileSync(LEARNT, 'utf8'))
    this.took = new Map(took)
    this.worked = new Map(worked)
    this.hits = new Map(hits)
  }

  isQuick(id) {
    return ALL_TESTS || (this.worked.get(id) ?? 0) < SLOW_MS
  }

  async mutantRun({ activeMutant, testFilter, mutantActivation }) {
    const ask = { mutant: activeMutant.id, ids: testFilter }
    if (this.hits.size === 0) this.learn()
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
    // Is it the break, or what an earlier one left behind? And was it missed, or did something made before hide it?
    if (seen !== null && (await this.wrongWithout(seen.id)) === null) return result
    await this.read()
    const without = seen && (await this.wrongWithout(seen.id))
    if (without) throw new Error(`fails without a break too: ${seen.id}`, { cause: without })
    this.breakIt(ask)
    return this.result(await this.firstWrong(ask), ask)
  }

  breakIt({ mutant }) {
    this.space.hitCount = 0
    this.space.hitLimit = hangsAfter(this.hits.get(mutant) ?? 0)
    this.space.activeMutant = mutant
  }

  /** A break is told by the first test that fails, so the quick ones are asked first. */
  toAsk(ids) {
    const took = (id) => this.took.get(id) ?? 0
    const inOrder = [...ids].sort((a, b) => took(a) - took(b))
    const quick = inOrder.filter((id) => this.isQuick(id))
    return quick.length > 0 ? quick : inOrder.slice(0, 1)
  }

  async firstWrong({ ids = [...this.tests.keys()] }) {
    for (const id of this.toAsk(ids)) {
      const error = await this.wrong(id, { timeout: stopsAfter(this.took.get(id) ?? 0) })
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
