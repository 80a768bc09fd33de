/** What the core's tests take from Vitest, in one process: `describe` and `test` set down what there is, `expect` judges. */
import {
  addCustomEqualityTesters,
  chai,
  JestAsymmetricMatchers,
  JestChaiExpect,
  JestExtend,
  ASYMMETRIC_MATCHERS_OBJECT,
  GLOBAL_EXPECT,
  setState,
} from '@vitest/expect'
import { configureGlobal } from 'fast-check'
import { format } from 'node:util'

// That a case fails is enough; which is the smallest that does, nobody asks here.
configureGlobal({ endOnFailure: true })

chai.use(JestExtend)
chai.use(JestChaiExpect)
chai.use(JestAsymmetricMatchers)

export const expect = Object.assign((value, message) => chai.expect(value, message), chai.expect)
Object.assign(expect, globalThis[ASYMMETRIC_MATCHERS_OBJECT])
expect.addEqualityTesters = addCustomEqualityTesters
globalThis[GLOBAL_EXPECT] = expect
setState({ assertionCalls: 0 }, expect)

/** Where tests are set down: by whoever loads the files. */
const told = (globalThis.__tests__ ??= { file: '', within: [], tests: [] })

function set(name, ...rest) {
  const run = rest.find((part) => typeof part === 'function')
  const path = [...told.within, name].join(' > ')
  told.tests.push({ file: told.file, name: path, run })
}

function within(name, ...rest) {
  told.within.push(name)
  rest.find((part) => typeof part === 'function')()
  told.within.pop()
}

/** A table's rows, one test or group each; their names need only differ. */
const eachOf = (one) => (rows) => (name, body) => {
  rows.forEach((row, i) => {
    const values = Array.isArray(row) ? row : [row]
    one(`${format(name, ...values.filter((v) => typeof v !== 'object'))} [${i}]`, () =>
      body(...values),
    )
  })
}

export const test = Object.assign(set, { each: eachOf(set) })
export const describe = Object.assign(within, { each: eachOf(within) })
