/**
 * What is worked out from a student's record and kept beside it: each with a name, the digest of the code that makes
 * it, and a function of the record. They are written in the transaction of the acts, and rebuilt by one path when
 * the code is another.
 */
import { studentSpans } from '@vein-mend/core/insight'
import type { StudentSpans } from '@vein-mend/core/insight'
import { summarise } from '@vein-mend/core/standing'
import type { StudentId } from '@vein-mend/core/kit'
import type { StudentRecord } from '@vein-mend/core/record'
import type { StudentSummary } from '@vein-mend/core/standing'
import type { Transaction } from 'sequelize'
import { codeDigest, coreFile } from './codeDigest'
import type { Models } from './models'

const REPLAY = coreFile('record', 'replay.ts')

/** The code that plays acts to a record. */
export const RECORD_DIGEST = codeDigest(REPLAY)
/** Under this name the record itself is kept, as it stood after some act. */
export const CHECKPOINT = 'record'

interface Projection<T> {
  readonly name: string
  readonly digest: string
  readonly of: (record: StudentRecord, student: StudentId) => T
}

/** One line for Today. */
const today: Projection<StudentSummary> = {
  name: 'today',
  digest: codeDigest(REPLAY, coreFile('standing', 'summary.ts')),
  of: (record) => summarise(record),
}

/** From when to when each fault stood where. */
const spans: Projection<StudentSpans> = {
  name: 'spans',
  digest: codeDigest(REPLAY, coreFile('insight', 'spans.ts')),
  of: (record, student) => studentSpans(student, record),
}

/** Kept with every act. */
export const PROJECTIONS = { today, spans } as const

export interface Projected {
  readonly today: StudentSummary
  readonly spans: StudentSpans
}

/** What was made of a record before it changed, and the record itself. */
export interface MadeBefore {
  readonly record: StudentRecord
  readonly made: Projected
}

/** Spans come of the faults, the card and the day of the last lesson: where these are the same, so are the spans. */
function sameSpans(a: StudentRecord, b: StudentRecord): boolean {
  return a.cases === b.cases && a.card === b.card && a.lessons.length === b.lessons.length
}

/** Everything made of the record; what cannot have changed since is taken over. */
export function projected(
  record: StudentRecord,
  student: StudentId,
  before: MadeBefore | null = null,
): Projected {
  const same = before !== null && sameSpans(before.record, record)
  return {
    today: today.of(record, student),
    spans: same ? before.made.spans : spans.of(record, student),
  }
}

/** Writes every projection that is another after the act than `before`. */
export async function keepProjections(
  models: Models,
  student: StudentId,
  made: Projected,
  { seq, before }: { readonly seq: number; readonly before: Projected | null },
  transaction: Transaction,
): Promise<void> {
  for (const key of ['today', 'spans'] as const) {
    if (made[key] === before?.[key]) continue
    const text = JSON.stringify(made[key])
    if (before && text === JSON.stringify(before[key])) continue
    const { name, digest } = PROJECTIONS[key]
    const body = Buffer.from(text)
    await models.projections.upsert(
      { studentId: student, name, digest, seq, body },
      { transaction },
    )
  }
}

/** Those kept by this very code, by student; who is missing has to be played. */
export async function keptProjections<N extends keyof Projected>(
  models: Models,
  name: N,
): Promise<ReadonlyMap<StudentId, { readonly seq: number; readonly made: Projected[N] }>> {
  const { digest } = PROJECTIONS[name]
  const rows = await models.projections.findAll({
    where: { name, digest },
    attributes: ['studentId', 'seq', 'body'],
    raw: true,
  })
  const found = new Map<StudentId, { readonly seq: number; readonly made: Projected[N] }>()
  for (const { studentId, seq, body } of rows) {
    const made = parsed(body)
    if (made !== null) found.set(studentId as StudentId, { seq, made: made as Projected[N] })
  }
  return found
}

/** What is damaged on the disk was only worked out: it is made anew. */
function parsed(body: Buffer): unknown {
  try {
    return JSON.parse(body.toString())
  } catch {
    return null
  }
}
