import { digest, flag, list, number, object, oneOf, optional, text } from '../../kit'
import { NOT_MEASURED } from '../../analysers'
import { besideAct, plain } from '../actModule'
import type { Body } from '../actModule'
import { refuse } from '../refusal'
import type { TakeReading } from '../../takes'
import * as fields from './fields'
import { lacksNumber, measureShape } from './measureShape'

const MEASURES_MOST = 60
const VERSION_MOST = 24
/** Tunings that were ever in use, Hz. */
export const A4 = { least: 380, most: 480 } as const

/** The first version wrote nothing where a figure came out as no number; that was never measured. */
function withoutNoNumbers(body: Body): Body {
  if (!Array.isArray(body.measures)) return body
  const measures: readonly unknown[] = body.measures
  const lacking = measures.filter(lacksNumber)
  return {
    ...body,
    measures: measures.filter((m) => !lacksNumber(m)),
    notMeasured: lacking.map(({ name }) => ({ name, why: 'no-number' })),
  }
}

/** What an analyser of a stated version read off a take, and what it tried to and could not. */
export const takeMeasured = besideAct({
  version: 2,
  earlier: { 1: withoutNoNumbers },
  ...plain('take-measured', {
    hash: digest,
    analyser: fields.packId,
    version: text(VERSION_MOST, 1),
    measures: list(measureShape, MEASURES_MOST),
    notMeasured: optional(
      list(object({ name: fields.packId, why: oneOf(NOT_MEASURED) }), MEASURES_MOST),
    ),
    run: optional(fields.actId),
    a4: optional(number(A4)),
    of: optional(
      object({ case: fields.fault, rung: fields.packId, name: fields.packWords, crossing: flag }),
    ),
  }),
  refuse: (record, { hash, measures }) => {
    if (!record.takes.some((t) => t.hash === hash)) return refuse('unknown_take', 'hash')
    const outside = measures.findIndex((m) => m.value < m.low || m.value > m.high)
    return outside < 0 ? null : refuse('measure_outside_interval', ['measures', outside, 'value'])
  },
  apply: (record, body) => {
    const { id, hash, analyser, version, measures, notMeasured = [], run = id, a4, of } = body
    const reading: TakeReading = {
      act: id,
      run,
      analyser,
      version,
      measures,
      notMeasured,
      ...(a4 === undefined ? {} : { a4 }),
      ...(of ? { of } : {}),
    }
    return {
      ...record,
      takes: record.takes.map((t) =>
        t.hash === hash ? { ...t, readings: [...t.readings, reading] } : t,
      ),
    }
  },
})
