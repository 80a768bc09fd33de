/** A take as its page shows it: tone by tone, or note by note. */
import { readFile } from 'node:fs/promises'
import { refuse } from '@vein-mend/contract'
import type { Outcome, TakeTimingResponse, TakeToneResponse } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { latestReading } from '@vein-mend/core/takes'
import type { StudentId } from '@vein-mend/core/kit'
import type { StudentRecord } from '@vein-mend/core/record'
import type { Take } from '@vein-mend/core/takes'
import { askedRung } from './askedRung'
import type { Deps } from './deps'
import { findTake } from './findTake'
import { heard, timed } from './measureTake'
import { readTuning } from './tuning'

interface Shown {
  readonly take: Take
  readonly path: string
  readonly record: StudentRecord
  readonly knowledge: Knowledge
}

async function shown(
  deps: Deps,
  student: StudentId,
  hash: string,
  kind: Take['kind'],
): Promise<Outcome<Shown>> {
  const found = await findTake(deps, student, hash)
  if (!found.ok) return found
  const { take, path } = found.value
  const record = await deps.store.recordOf(student)
  const knowledge = record && (await deps.knowledge.practised(record.card.instrument))
  if (take.kind !== kind || !record || !knowledge) return refuse('unknown_take', ['take'])
  return good({ take, path, record, knowledge })
}

/** What it was asked to be, where that still stands on its ladder. */
function rungOf({ take, record, knowledge }: Shown) {
  const of = latestReading(take)?.of
  return of ? askedRung(record, knowledge, of.case, of.rung) : null
}

/** A recording as it sounded, tone by tone, with what it was asked to be. @throws TooHeavy, Left */
export async function takeTone(
  deps: Deps,
  student: StudentId,
  hash: string,
  signal?: AbortSignal,
): Promise<Outcome<TakeToneResponse>> {
  const found = await shown(deps, student, hash, 'sound')
  if (!found.ok) return found
  const { take, path, record, knowledge } = found.value
  const rung = rungOf(found.value)
  const a4 = latestReading(take)?.a4 ?? (await readTuning(deps)).a4
  const measured = await heard(path, record, knowledge, { rung, a4 }, signal ? { signal } : {})
  return measured.ok ? good({ ...measured.value.picture, of: rung?.of ?? null, a4 }) : measured
}

/** A take of notes as it fell, note by note, with the exercise it was asked to be. @throws TooHeavy */
export async function takeTiming(
  deps: Deps,
  student: StudentId,
  hash: string,
): Promise<Outcome<TakeTimingResponse>> {
  const found = await shown(deps, student, hash, 'notes')
  if (!found.ok) return found
  const rung = rungOf(found.value)
  const measured = await timed(await readFile(found.value.path), rung)
  if (!measured.ok) return measured
  const { notes, missing, apart, octaves, releases } = measured.value
  const asked = { of: rung?.of ?? null, exercise: rung?.exercise ?? null }
  return good({ ...asked, notes, missing, apart, octaves, releases })
}
