/** A diagnosis as it was settled in a lesson: what the studio learns from. */
import type { Stage } from '../packs'
import type { CaseState, LessonState, RivalShare, StudentRecord } from '../record'

/** One fault as it was settled on, with what the ranking said at the time. */
export interface SettledDiagnosis {
  readonly student: string
  readonly lesson: string
  readonly stage: Stage
  readonly fault: string
  /** Something beyond the first signs was asked: only then the studio's figures learn from it. */
  readonly grounded: boolean
  /** The teacher chose against the ranking. */
  readonly overruled: boolean
  /** What the ranking said then, likeliest first, without faults that were on record already. */
  readonly rivals: readonly RivalShare[]
}

/**
 * Whether the fault was decided on after a check, a look or a measure, or was mended by its remedy. What was decided on
 * the first signs alone would only give the ranking back to itself.
 */
function isGrounded(c: CaseState, lesson: LessonState | undefined): boolean {
  const asked = lesson?.checks.some((check) => Object.keys(check.says).length > 0) ?? false
  const measured = lesson?.signs.some((s) => s.measured !== undefined) ?? false
  const looked = c.looks.some((l) => l.lesson === c.settledOn)
  return asked || measured || looked || (c.status.state === 'mended' && c.ladder !== null)
}

/** The settled diagnoses of a record, in the order in which they were settled. */
export function settledDiagnoses(
  student: string,
  record: Pick<StudentRecord, 'cases' | 'lessons'>,
): readonly SettledDiagnosis[] {
  const onRecord = new Map<string, string>()
  const lessons = new Map(record.lessons.map((l) => [l.id, l]))
  return record.cases.map((c) => {
    const { settledOn: lesson, stage, fault } = c
    const rivals = c.rivals.filter((r) => (onRecord.get(r.fault) ?? lesson) === lesson)
    onRecord.set(fault, lesson)
    const grounded = isGrounded(c, lessons.get(lesson))
    return { student, lesson, stage, fault, grounded, overruled: c.overruled !== null, rivals }
  })
}
