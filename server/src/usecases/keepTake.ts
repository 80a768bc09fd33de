/** A take kept: a file first, then the act that names it, then what it measures. */
import type { Readable } from 'node:stream'
import { refuse } from '@vein-mend/contract'
import type { CodedRefusal, Outcome, TakeTaken } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import { mayKeep } from '@vein-mend/core/record'
import type { ActId, CaseId, LessonId, StudentId } from '@vein-mend/core/kit'
import type { GridCell, TakeFile } from '@vein-mend/core/takes'
import type { IdentifiedRequest } from '@vein-mend/core/record'
import { Left } from '../threads'
import type { Deps } from './deps'
import { removeUnnamed } from './goneTakes'
import { measuredActs } from './measureTake'
import { recordActs } from './recordActs'

/** What is said with a file that is brought. */
export interface TakeAsked {
  readonly act: ActId
  readonly lesson: LessonId
  readonly case: CaseId | null
  readonly words: string
  /** The rung of the fault's ladder that played notes were asked to be; null for none. */
  readonly rung: string | null
  readonly grid: GridCell | null
  /** How large it says it is, bytes; absent where it does not. */
  readonly bytes?: number
}

/** Such a file holds no take at all. */
const NO_TAKE: ReadonlySet<string> = new Set(['not_midi', 'no_notes'])

function keeping(asked: TakeAsked, { hash, kind, type, bytes }: TakeFile): IdentifiedRequest {
  const { act: id, lesson, words, case: fault, grid } = asked
  return {
    ...{ kind: 'take-kept', id, lesson, case: fault, hash, take: kind, type, bytes, words },
    ...(grid ? { grid } : {}),
  }
}

/** What is written of the file besides that it is there; nothing, and perhaps why, where it is not measured. */
async function measuredOf(
  deps: Deps,
  student: StudentId,
  asked: TakeAsked,
  { hash, kind }: TakeFile,
  signal?: AbortSignal,
): Promise<Outcome<readonly IdentifiedRequest[]>> {
  const [path, record] = [deps.takes.pathOf(student, hash), await deps.store.recordOf(student)]
  // What nobody said yes to is not listened to either.
  if (asked.rung === null || path === null || !record || !mayKeep(record.card, kind))
    return good([])
  try {
    return await measuredActs(deps, record, { hash, kind, path }, asked, signal)
  } catch (error) {
    // Whoever does not wait for the figures keeps the take all the same.
    if (error instanceof Left) return good([])
    throw error
  }
}

interface Written {
  readonly keep: IdentifiedRequest
  readonly measured: Outcome<readonly IdentifiedRequest[]>
}

async function written(
  deps: Deps,
  student: StudentId,
  { keep, measured }: Written,
): Promise<Outcome<TakeTaken>> {
  const acts = measured.ok ? measured.value : []
  const both = await recordActs(deps, student, { acts: [keep, ...acts] })
  const why: CodedRefusal | null = measured.ok ? null : measured.refusal
  if (both.ok || acts.length === 0) {
    return both.ok ? good({ ...both.value, notMeasured: why }) : both
  }
  // What was measured is not to be had on record: the take is, by itself.
  const alone = await recordActs(deps, student, { acts: [keep] })
  return alone.ok ? good({ ...alone.value, notMeasured: both.refusal }) : alone
}

/** Notes are read before they are named: a file without any is no take. */
async function keepNotes(deps: Deps, student: StudentId, asked: TakeAsked, file: TakeFile) {
  const measured = await measuredOf(deps, student, asked, file)
  if (!measured.ok && NO_TAKE.has(measured.refusal.code)) return measured
  return written(deps, student, { keep: keeping(asked, file), measured })
}

/** What may take long to measure is named before: a server that ends meanwhile leaves a take and no figures. */
async function keepOther(
  deps: Deps,
  student: StudentId,
  asked: TakeAsked,
  file: TakeFile,
  signal?: AbortSignal,
): Promise<Outcome<TakeTaken>> {
  const keep = keeping(asked, file)
  const kept = await recordActs(deps, student, { acts: [keep] })
  if (!kept.ok || file.kind === 'picture')
    return kept.ok ? good({ ...kept.value, notMeasured: null }) : kept
  const measured = await measuredOf(deps, student, asked, file, signal)
  // Named already, it is passed over: what is added are the figures.
  const after = await written(deps, student, { keep, measured })
  return after.ok ? good({ ...after.value, before: kept.value.before }) : after
}

/** Keeps what comes in and names it on record; nothing is kept that the record does not take. */
export async function keepTake(
  deps: Deps,
  student: StudentId,
  asked: TakeAsked,
  incoming: Readable,
  signal?: AbortSignal,
): Promise<Outcome<TakeTaken>> {
  const record = await deps.store.recordOf(student)
  if (!record) return refuse('unknown_student', ['student'])
  const kept = await deps.takes.keep(student, incoming, asked.bytes)
  if (!kept.ok) return refuse(kept.why, ['file'])
  try {
    const taken =
      kept.file.kind === 'notes'
        ? await keepNotes(deps, student, asked, kept.file)
        : await keepOther(deps, student, asked, kept.file, signal)
    if (!taken.ok) await removeUnnamed(deps, student, kept.file.hash)
    return taken
  } catch (error) {
    await removeUnnamed(deps, student, kept.file.hash)
    throw error
  }
}
