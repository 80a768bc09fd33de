/** What a lesson asks the diagnosis: today's signs and answers, and the faults already on record. */
import type { DiagnosisInput, Sign } from '../diagnosis'
import { setupFindings } from '../packs'
import type { Knowledge, SetupSays } from '../packs'
import type { LessonId } from '../kit'
import { factsOf } from './factsOf'
import { lessonOf } from './state'
import type { LessonState, StudentRecord } from './state'
import { stoppedParts } from './stopping'
import { isWithdrawn } from './withdrawn'

/** What the set-up of the lesson said, in the studio: only that is seen by whoever diagnoses. */
export function setupSaid(
  record: StudentRecord,
  lesson: LessonState,
  knowledge: Knowledge,
): readonly SetupSays[] {
  const seen = lesson.setups.filter((s) => s.place === 'studio')
  if (seen.length === 0) return []
  const schools = Object.values(factsOf(record.card, knowledge).schools)
  return seen.flatMap((s) => setupFindings(knowledge, s, schools))
}

/** Whether the lesson has anything to ask a check about: a sign was noted, or the set-up shows one. */
export function hasSigns(
  record: StudentRecord,
  lesson: LessonState,
  knowledge: Knowledge,
): boolean {
  if (lesson.signs.length > 0) return true
  return setupSaid(record, lesson, knowledge).some((s) => s.strength === 'marked')
}

/** What the set-up said, the signs of the lesson in the order noted, the answers of checks after them; nothing that was withdrawn. */
function signsOf(record: StudentRecord, id: LessonId, knowledge: Knowledge): Sign[] {
  const lesson = lessonOf(record, id)
  return [
    ...setupSaid(record, lesson, knowledge).map(({ finding, strength }) => ({ finding, strength })),
    ...lesson.signs.flatMap((sign) => {
      if (isWithdrawn(record, sign)) return []
      const { finding, strength, measured } = sign
      return [{ finding, strength, ...(measured ? { ratio: measured.ratio } : {}) }]
    }),
    ...lesson.checks.flatMap((c) =>
      Object.entries(c.says).map(([finding, strength]) => ({ finding, strength })),
    ),
  ]
}

/** Gates of techniques that the teacher says are not taught yet. */
function heldShut({ overruledGates }: StudentRecord): readonly string[] {
  return overruledGates.filter((o) => !o.open).map((o) => o.gate)
}

/** Remedies given up for another before the lesson's end, by their fault. */
function failedRemedies(record: StudentRecord, lesson: LessonId): ReadonlyMap<string, number> {
  const until = lessonOf(record, lesson).date
  return new Map(
    record.cases.flatMap((c) => {
      const failed = c.formerRemedies.filter((r) => r.until <= until).length
      return failed > 0 ? [[c.fault, failed] as const] : []
    }),
  )
}

/**
 * Input of `diagnose` for one lesson. Faults settled earlier enter with the probability that they are
 * still there; those settled in this very lesson do not, so that its ranking stays readable.
 * @throws RangeError when the record has no such lesson
 */
export function lessonQuestion(
  record: StudentRecord,
  lesson: LessonId,
  knowledge: Knowledge,
): DiagnosisInput {
  const known = new Map(
    record.cases
      .filter((c) => c.settledOn !== lesson)
      .map((c) => {
        const before = c.points.findLast((p) => p.lesson === lesson)
        return [c.fault, 1 - (before?.belief ?? c.belief)] as const
      }),
  )
  return {
    knowledge,
    facts: { ...factsOf(record.card, knowledge), shutGates: heldShut(record) },
    known,
    failed: failedRemedies(record, lesson),
    signs: signsOf(record, lesson, knowledge),
    answered: lessonOf(record, lesson).checks.map((c) => c.check),
    stopped: stoppedParts(record),
  }
}
