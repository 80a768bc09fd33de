/** The rung a take was played for, with its notes as this student has them. */
import type { Exercise } from '@vein-mend/core/music'
import type { Knowledge } from '@vein-mend/core/packs'
import { factsOf } from '@vein-mend/core/record'
import type { CaseId } from '@vein-mend/core/kit'
import type { StudentRecord } from '@vein-mend/core/record'
import type { TakeOf } from '@vein-mend/core/takes'
import { rungExercise, tempoNow } from '@vein-mend/core/remedy'
import { askedOf, asksCrossing } from '@vein-mend/core/timing'
import type { AskedNote } from '@vein-mend/core/timing'

/** What a take is laid against: the notes of a rung as this student has them. */
export interface AskedRung {
  readonly of: TakeOf
  readonly exercise: Exercise
  readonly asked: readonly AskedNote[]
}

/** The rung by its name on the ladder of the fault; null where it has no notes or is there no more. */
export function askedRung(
  record: StudentRecord,
  knowledge: Knowledge,
  fault: CaseId,
  rungId: string,
): AskedRung | null {
  const ladder = record.cases.find((c) => c.id === fault)?.ladder
  const rung = ladder?.rungs.find((r) => r.id === rungId)
  if (!ladder || !rung) return null
  const tempo = ladder.tempo ? { tempo: tempoNow(ladder.tempo) } : {}
  const exercise = rungExercise(rung, knowledge, factsOf(record.card, knowledge), tempo)
  if (!exercise) return null
  const asked = askedOf(exercise)
  const of = { case: fault, rung: rungId, name: rung.name, crossing: asksCrossing(asked) }
  return { of, exercise, asked }
}

/** All of it is one long roll: it is asked for by its rate and not note by note. */
export function isRoll({ lines }: Exercise): boolean {
  const notes = lines.flatMap((l) => l.notes.filter((n) => n.pitches.length > 0))
  return notes.length > 0 && notes.every((n) => n.marks?.includes('roll'))
}
