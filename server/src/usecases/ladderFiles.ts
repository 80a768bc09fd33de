/** The notes of a ladder, for the screen and as files. */
import { refuse } from '@vein-mend/contract'
import type { Outcome } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import { joinExercises, musicXml } from '@vein-mend/core/music'
import type { Exercise } from '@vein-mend/core/music'
import { factsOf, restsForPain, stoppedOf } from '@vein-mend/core/record'
import type { CaseId, StudentId } from '@vein-mend/core/kit'
import type { LadderState } from '@vein-mend/core/record'
import { rungExercise, tempoNow } from '@vein-mend/core/remedy'
import type { LadderRung, RungSettings } from '@vein-mend/core/remedy'
import { engrave, engraveOrNone, midiFile } from '../notation'
import { ladderPaper } from '../paper'
import type { Deps } from './deps'
import { recordToday } from './recordToday'

interface MadeRung {
  readonly rung: LadderRung
  readonly exercise: Exercise | null
}

interface MadeLadder {
  readonly ladder: LadderState
  readonly student: string
  readonly rungs: readonly MadeRung[]
}

/** The ladder of a fault with its notes, at the tempo the student has climbed to. */
export async function madeLadder(
  deps: Deps,
  student: StudentId,
  id: CaseId,
  settings: RungSettings = {},
): Promise<Outcome<MadeLadder>> {
  const record = await recordToday(deps, student)
  if (!record) return refuse('unknown_student', ['student'])
  const knowledge = await deps.knowledge.practised(record.card.instrument)
  const found = record.cases.find((c) => c.id === id)
  if (!knowledge || !found) return refuse('unknown_case', ['case'])
  const { ladder } = found
  if (!ladder) return refuse('no_ladder', ['case'], { name: found.name })
  // What rests for pain is neither printed nor played.
  if (restsForPain(record, found)) {
    const part = stoppedOf(record, ladder.loads) ?? found.name
    return refuse('pain_reported', ['case'], { part })
  }
  const facts = factsOf(record.card, knowledge)
  const tempo = settings.tempo ?? (ladder.tempo ? tempoNow(ladder.tempo) : undefined)
  const all = { ...settings, ...(tempo === undefined ? {} : { tempo }) }
  const rungs = ladder.rungs.map((rung) => ({
    rung,
    exercise: rungExercise(rung, knowledge, facts, all),
  }))
  return good({ ladder, student: record.card.name, rungs })
}

/** The exercise of one rung, or of all that have notes when no place is given. */
export function exerciseOf(made: MadeLadder, place: number | null): Outcome<Exercise> {
  if (place === null) {
    const all = made.rungs.flatMap((r) => r.exercise ?? [])
    return all.length > 0
      ? good(joinExercises(made.ladder.name, all))
      : refuse('rung_without_notes', ['rung'])
  }
  const exercise = made.rungs[place]?.exercise
  return exercise ? good(exercise) : refuse('rung_without_notes', ['rung'])
}

export type FileKind = 'musicxml' | 'mid' | 'svg'

/** The exercise as a file. */
export async function fileOf(exercise: Exercise, kind: FileKind): Promise<string | Buffer> {
  switch (kind) {
    case 'musicxml':
      return musicXml(exercise)
    case 'mid':
      return Buffer.from(midiFile(exercise))
    case 'svg':
      return engrave(exercise)
  }
}

/** The whole ladder on paper. */
export async function ladderPdf(made: MadeLadder): Promise<Buffer> {
  const rungs: { rung: LadderRung; svg: string | null; advice: readonly string[] }[] = []
  for (const { rung, exercise } of made.rungs) {
    rungs.push({
      rung,
      svg: await engraveOrNone(exercise),
      advice: exercise?.advice ?? [],
    })
  }
  return ladderPaper(made.ladder.name, made.student, rungs)
}
