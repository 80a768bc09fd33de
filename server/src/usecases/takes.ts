/** Takes: a file first, then the act that names it; and the other way round when one goes. */
import type { Readable } from 'node:stream'
import { refuse } from '@vein-mend/contract'
import type { ActsTaken, Outcome } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import type { ActId, CaseId, LessonId, StudentId, Take } from '@vein-mend/core/record'
import type { Deps } from './deps'
import { removeUnnamed } from './goneTakes'
import { recordActs } from './recordActs'

/** What is said with a file that is brought. */
export interface TakeAsked {
  readonly act: ActId
  readonly lesson: LessonId
  readonly case: CaseId | null
  readonly words: string
}

/** Keeps what comes in and names it on record; nothing is kept that the record does not take. */
export async function keepTake(
  deps: Deps,
  student: StudentId,
  asked: TakeAsked,
  incoming: Readable,
): Promise<Outcome<ActsTaken>> {
  const record = await deps.store.recordOf(student)
  if (!record) return refuse('unknown_student', ['student'])
  const kept = await deps.takes.keep(student, incoming)
  if (!kept.ok) return refuse(kept.why, ['file'])
  const { hash, kind: take, type, bytes } = kept.file
  const { act: id, lesson, words } = asked
  const request = {
    kind: 'take-kept',
    id,
    lesson,
    case: asked.case,
    hash,
    take,
    type,
    bytes,
    words,
  } as const
  const taken = await recordActs(deps, student, { acts: [request] })
  if (!taken.ok) await removeUnnamed(deps, student, hash)
  return taken
}

/** The take with where its file lies. */
export async function findTake(
  deps: Deps,
  student: StudentId,
  hash: string,
): Promise<Outcome<{ readonly take: Take; readonly path: string }>> {
  const record = await deps.store.recordOf(student)
  const take = record?.takes.findLast((t) => t.hash === hash && !t.removed)
  const path = take ? deps.takes.pathOf(student, hash) : null
  return take && path !== null ? good({ take, path }) : refuse('unknown_take', ['take'])
}

/** At the start: what a server that was killed left behind goes. Records that cannot be played keep their files. */
export async function sweepTakes(deps: Pick<Deps, 'store' | 'takes'>): Promise<void> {
  const named = new Map<StudentId, Set<string>>()
  for (const student of await deps.store.studentsWith('take-kept')) {
    const rows = await deps.store.rowsOf(student)
    const standing = await deps.store.standing(student)
    const hashes = standing?.ok
      ? standing.record.takes.filter((t) => !t.removed).map((t) => t.hash)
      : rows.flatMap(({ act }) => (act?.kind === 'take-kept' ? [act.hash] : []))
    named.set(student, new Set(hashes))
  }
  await deps.takes.sweep(named)
}
