/** Takes: a file first, then the act that names it; and the other way round when one goes. */
import { readFile } from 'node:fs/promises'
import type { Readable } from 'node:stream'
import { refuse } from '@vein-mend/contract'
import type { ActsTaken, Outcome, TakeTimingResponse, TakeToneResponse } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import type {
  ActId,
  CaseId,
  GridCell,
  LessonId,
  StudentId,
  StudentRecord,
  Take,
  TakeFile,
} from '@vein-mend/core/record'
import { latestReading, mayKeep } from '@vein-mend/core/record'
import type { Measured } from '@vein-mend/core/measure'
import { TAPS_ANALYSER, TIMING_ANALYSER } from '@vein-mend/core/timing'
import { TONE_ANALYSER } from '@vein-mend/core/tone'
import { Left } from '../threads'
import type { Deps } from './deps'
import { removeUnnamed } from './goneTakes'
import { recordActs } from './recordActs'
import { askedRung, timed } from './takeTiming'
import { heard } from './takeTone'
import { readTuning } from './tuning'

/** What is said with a file that is brought. */
export interface TakeAsked {
  readonly act: ActId
  readonly lesson: LessonId
  readonly case: CaseId | null
  readonly words: string
  /** The rung of the fault's ladder that played notes were asked to be; null for none. */
  readonly rung: string | null
  readonly grid: GridCell | null
}

/** Keeps what comes in and names it on record; nothing is kept that the record does not take. */
export async function keepTake(
  deps: Deps,
  student: StudentId,
  asked: TakeAsked,
  incoming: Readable,
  signal?: AbortSignal,
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
    ...(asked.grid ? { grid: asked.grid } : {}),
  } as const
  try {
    const measured = await measuredWith(deps, student, record, asked, kept.file, signal)
    const taken = measured.ok
      ? await recordActs(deps, student, {
          acts: [request, ...(measured.value ? [measured.value] : [])],
        })
      : measured
    if (!taken.ok) await removeUnnamed(deps, student, hash)
    return taken
  } catch (error) {
    await removeUnnamed(deps, student, hash)
    throw error
  }
}

/** Played and sounded takes of a rung are measured as they are kept; a picture, and what was for nothing, only kept. */
async function measuredWith(
  deps: Deps,
  student: StudentId,
  record: StudentRecord,
  asked: TakeAsked,
  { hash, kind }: TakeFile,
  signal?: AbortSignal,
) {
  if (kind === 'notes') return measuredAct(deps, student, record, asked, hash)
  const path = deps.takes.pathOf(student, hash)
  if (kind === 'picture' || asked.rung === null || path === null) return good(null)
  // What nobody said yes to is not listened to either: the record refuses it.
  if (!mayKeep(record.card, kind)) return good(null)
  try {
    return await heardAct(deps, record, asked, { hash, path }, signal)
  } catch (error) {
    // Whoever does not wait for the figures keeps the take all the same.
    if (error instanceof Left) return good(null)
    throw error
  }
}

/** What a take is measured against. */
interface Measuring {
  readonly act: ActId
  readonly case: CaseId | null
  readonly rung: string | null
}

/** Notes played for a rung are measured before they are kept; those of nothing in particular are only kept. */
async function measuredAct(
  deps: Deps,
  student: StudentId,
  record: StudentRecord,
  { act, case: fault, rung }: Measuring,
  hash: string,
) {
  if (fault === null || rung === null) return good(null)
  const knowledge = await deps.knowledge.practised(record.card.instrument)
  const path = deps.takes.pathOf(student, hash)
  const asked = knowledge && askedRung(record, knowledge, fault, rung)
  if (path === null || !asked) return refuse('rung_without_notes', ['rung'])
  const measured = await timed(await readFile(path), asked)
  if (!measured.ok) return measured
  const { measures, tapped } = measured.value
  const analyser = tapped ? TAPS_ANALYSER : TIMING_ANALYSER
  return good({ ...reading(act, hash, measures), ...analyser, of: asked.of })
}

/** What is written of a take that was measured, but for who measured it. */
function reading(act: ActId, hash: string, measures: readonly Measured[]) {
  return {
    kind: 'take-measured',
    id: `${act}-measured` as ActId,
    hash,
    measures: measures.map(({ name, value, low, high, unit, count }) => ({
      name,
      value,
      low,
      high,
      unit,
      count,
    })),
  } as const
}

/** How far each measuring is, by the act that asked for it. */
const measuring = new Map<string, number>()

/** From 0 to 1; null where it is not being measured. */
export function takeMeasuring(act: string): number | null {
  return measuring.get(act) ?? null
}

/** A recording measured, with what it was asked to be where that is a rung with notes. */
async function heardAct(
  deps: Deps,
  record: StudentRecord,
  { act, case: fault, rung }: Measuring,
  { hash, path }: { readonly hash: string; readonly path: string },
  signal?: AbortSignal,
) {
  const knowledge = await deps.knowledge.practised(record.card.instrument)
  if (!knowledge) return refuse('unknown_pack', ['instrument'])
  const asked = fault !== null && rung !== null ? askedRung(record, knowledge, fault, rung) : null
  if (rung !== null && !asked) return refuse('rung_without_notes', ['rung'])
  const { a4 } = await readTuning(deps)
  const onShare = (share: number) => measuring.set(act, share)
  onShare(0)
  try {
    const asking = { onShare, ...(signal ? { signal } : {}) }
    const found = await heard(path, record, knowledge, { rung: asked, a4 }, asking)
    if (!found.ok) return found
    return good({
      ...reading(act, hash, found.value.measures),
      ...TONE_ANALYSER,
      a4,
      ...(asked ? { of: asked.of } : {}),
    })
  } finally {
    measuring.delete(act)
  }
}

/**
 * A kept take measured by the analyser of today, beside what was read of it before; for a rung, where one is told now.
 * Whoever goes away meanwhile leaves it unmeasured.
 */
export async function measureAnew(
  deps: Deps,
  student: StudentId,
  hash: string,
  { act, case: fault, rung }: Measuring,
  signal?: AbortSignal,
): Promise<Outcome<ActsTaken>> {
  const [record, found] = [await deps.store.recordOf(student), await findTake(deps, student, hash)]
  if (!found.ok) return found
  const { take } = found.value
  if (!record || take.kind === 'picture') return refuse('unknown_take', ['take'])
  const of = latestReading(take)?.of
  const asked = { act, case: fault ?? of?.case ?? take.case, rung: rung ?? of?.rung ?? null }
  const measured =
    take.kind === 'sound'
      ? await heardAct(deps, record, asked, { hash, path: found.value.path }, signal)
      : await measuredAct(deps, student, record, asked, hash)
  if (!measured.ok) return measured
  if (!measured.value) return refuse('rung_without_notes', ['rung'])
  return recordActs(deps, student, { acts: [measured.value] })
}

/** A recording as it sounded, tone by tone, with what it was asked to be. */
export async function takeTone(
  deps: Deps,
  student: StudentId,
  hash: string,
  signal?: AbortSignal,
): Promise<Outcome<TakeToneResponse>> {
  const found = await findTake(deps, student, hash)
  if (!found.ok) return found
  const { take, path } = found.value
  const record = await deps.store.recordOf(student)
  const knowledge = record && (await deps.knowledge.practised(record.card.instrument))
  if (take.kind !== 'sound' || !record || !knowledge) return refuse('unknown_take', ['take'])
  const last = latestReading(take)
  const rung = last?.of ? askedRung(record, knowledge, last.of.case, last.of.rung) : null
  const a4 = last?.a4 ?? (await readTuning(deps)).a4
  const asking = signal ? { signal } : {}
  const measured = await heard(path, record, knowledge, { rung, a4 }, asking)
  return measured.ok ? good({ ...measured.value.picture, of: rung?.of ?? null, a4 }) : measured
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

/** A take of notes as it fell, note by note, with the measures on record and the exercise it was asked to be. */
export async function takeTiming(
  deps: Deps,
  student: StudentId,
  hash: string,
): Promise<Outcome<TakeTimingResponse>> {
  const found = await findTake(deps, student, hash)
  if (!found.ok) return found
  const { take, path } = found.value
  const record = await deps.store.recordOf(student)
  const knowledge = record && (await deps.knowledge.practised(record.card.instrument))
  if (take.kind !== 'notes' || !record || !knowledge) return refuse('unknown_take', ['take'])
  const of = latestReading(take)?.of
  const rung = of ? askedRung(record, knowledge, of.case, of.rung) : null
  const measured = await timed(await readFile(path), rung)
  if (!measured.ok) return measured
  const { notes, missing } = measured.value
  return good({ of: rung?.of ?? null, exercise: rung?.exercise ?? null, notes, missing })
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
