import { digest, flag, list, number, object, optional, text } from '../../kit'
import { besideAct, plain } from '../actModule'
import { refuse } from '../refusal'
import * as fields from './fields'

const MEASURES_MOST = 60
const UNIT_MOST = 24
/** Tunings that were ever in use, Hz. */
export const A4 = { least: 380, most: 480 } as const
const VALUE = { least: -1e9, most: 1e9 } as const

/** What an analyser of a stated version read off a take. */
export const takeMeasured = besideAct({
  ...plain('take-measured', {
    hash: digest,
    analyser: fields.packId,
    version: text(UNIT_MOST, 1),
    measures: list(
      object({
        name: fields.packId,
        value: number(VALUE),
        low: number(VALUE),
        high: number(VALUE),
        unit: text(UNIT_MOST),
        count: optional(number({ least: 0, most: 1e6, whole: true })),
      }),
      MEASURES_MOST,
    ),
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
  apply: (record, { id, hash, analyser, version, measures, a4, of }) => ({
    ...record,
    takes: record.takes.map((t) =>
      t.hash === hash
        ? {
            ...t,
            readings: [
              ...t.readings,
              {
                act: id,
                analyser,
                version,
                measures,
                ...(a4 === undefined ? {} : { a4 }),
                ...(of ? { of } : {}),
              },
            ],
          }
        : t,
    ),
  }),
})
