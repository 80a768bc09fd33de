/** A diagnosis as it was settled in a lesson: what the studio learns from. */
import type { Stage } from '../packs'
import type { RivalShare, StudentRecord } from '../record'

/** One fault as it was settled on, with what the ranking said at the time. */
export interface SettledDiagnosis {
  readonly student: string
  readonly lesson: string
  readonly stage: Stage
  readonly fault: string
  /** The teacher chose against the ranking. */
  readonly overruled: boolean
  /** What the ranking said then, likeliest first, without faults that were on record already. */
  readonly rivals: readonly RivalShare[]
}

/** The settled diagnoses of a record, in the order in which they were settled. */
export function settledDiagnoses(
  student: string,
  record: Pick<StudentRecord, 'cases'>,
): readonly SettledDiagnosis[] {
  const onRecord = new Map<string, string>()
  return record.cases.map((c) => {
    const { settledOn: lesson, stage, fault } = c
    const rivals = c.rivals.filter((r) => (onRecord.get(r.fault) ?? lesson) === lesson)
    onRecord.set(fault, lesson)
    return { student, lesson, stage, fault, overruled: c.overruled !== null, rivals }
  })
}
