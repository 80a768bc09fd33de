import { describe, expect, test } from 'vitest'
import { lessonQuestion } from './lessonQuestion'
import type { StudentRecord } from './state'
import { isWithdrawn } from './withdrawn'

const measure = (value: number, name = 'pitch') => ({
  ...{ name, unit: 'cents', count: 1, value },
  ...{ low: value - 5, high: value + 5 },
})
const reading = (run: string, ...measures: readonly object[]) => ({
  ...{ act: run, run, analyser: 'tone', version: '4', measures, notMeasured: [] },
})
const told = (value: number) => ({
  ...{ finding: 'flat', strength: 'marked', prompted: false, condition: null, stops: null },
  measured: { hash: 'h', measure: measure(value), side: 'under', threshold: -15, ratio: 30 },
})
const recordWith = (...readings: readonly object[]) =>
  ({ takes: [{ hash: 'h', readings }] }) as unknown as StudentRecord
const withdrawn = (record: StudentRecord, sign: object) => isWithdrawn(record, sign)

describe('a sign told by a take', () => {
  test('stands as long as nobody measures anew, and where that finds the same', () => {
    expect(withdrawn(recordWith(reading('one', measure(-40))), told(-40))).toBe(false)
    const again = recordWith(reading('one', measure(-40)), reading('two', measure(-34)))
    expect(withdrawn(again, told(-40))).toBe(false)
    // Two analysers of one measuring are no second one.
    const beside = recordWith(reading('one', measure(-40)), reading('one'))
    expect(withdrawn(beside, told(-40))).toBe(false)
  })

  test('is withdrawn where the value is elsewhere now, on either side, or cannot be had', () => {
    for (const now of [[measure(0)], [measure(-90)], [measure(-40, 'level')], []]) {
      const record = recordWith(reading('one', measure(-40)), reading('two', ...now))
      expect(withdrawn(record, told(-40))).toBe(true)
    }
  })

  test('what was seen, and what is of a take that is not here, is nobody’s to withdraw', () => {
    const record = recordWith(reading('one', measure(-40)), reading('two'))
    expect(withdrawn(record, { finding: 'flat', strength: 'marked' })).toBe(false)
    const elsewhere = { ...told(-40), measured: { ...told(-40).measured, hash: 'other' } }
    expect(withdrawn(record, elsewhere)).toBe(false)
  })
})

test('what was withdrawn is not asked about in the diagnosis', () => {
  const lesson = { id: 'l', date: '2026-03-02', signs: [told(-40)], checks: [], setups: [] }
  const card = { instrument: 'horn', stage: 'elementary', flags: [], equipment: {}, schools: {} }
  const asked = (record: StudentRecord) =>
    lessonQuestion(
      { ...record, lessons: [lesson], cases: [], overruledGates: [], stops: [], card } as never,
      'l' as never,
      { findings: [], setup: [], cautions: [], schools: [] } as never,
    ).signs
  expect(asked(recordWith(reading('one', measure(-40))))).toEqual([
    { finding: 'flat', strength: 'marked', ratio: 30 },
  ])
  expect(asked(recordWith(reading('one', measure(-40)), reading('two')))).toEqual([])
})
