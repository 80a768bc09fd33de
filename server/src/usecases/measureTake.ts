/** A kept take measured by every analyser that reads it, against the rung it was played for; it may fail, and the take stays. */
import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { refuse } from '@vein-mend/contract'
import type { ActsTaken, Outcome } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import type { Reading } from '@vein-mend/core/analysers'
import type { Knowledge } from '@vein-mend/core/packs'
import { factsOf, mayKeep } from '@vein-mend/core/record'
import { latestReading } from '@vein-mend/core/takes'
import type { ActId, CaseId, StudentId } from '@vein-mend/core/kit'
import type { IdentifiedRequest, StudentRecord } from '@vein-mend/core/record'
import type { TakeFile, TakeOf } from '@vein-mend/core/takes'
import { soundFor } from '@vein-mend/core/remedy'
import { rangeOfInstrument, soundingOf } from '@vein-mend/core/tone'
import type { ToneAsked } from '@vein-mend/core/tone'
import { notesMeasured, soundMeasured } from '../measuring'
import type { NotesMeasured, SoundMeasured } from '../measuring'
import { Left, TooHeavy } from '../threads'
import type { Asking } from '../threads'
import { askedRung, isRoll } from './askedRung'
import type { AskedRung } from './askedRung'
import type { Deps } from './deps'
import { findTake } from './findTake'
import { recordActs } from './recordActs'
import { readTuning } from './tuning'

type SoundHeard = Extract<SoundMeasured, { ok: true }>
type NotesRead = Extract<NotesMeasured, { ok: true }>

/** What a take is measured against, and the act that asks for it. */
export interface Measuring {
  readonly act: ActId
  readonly case: CaseId | null
  readonly rung: string | null
}

/** A take's file, as it is measured. */
export type TakeHere = Pick<TakeFile, 'hash' | 'kind'> & { readonly path: string }

/** What the recording is laid against; of an instrument whose sound is not known, kept-up tones anywhere. */
function toneAsked(
  record: StudentRecord,
  knowledge: Knowledge,
  rung: AskedRung | null,
  a4: number,
): ToneAsked {
  const notes = rung?.asked ?? []
  if (!knowledge.sound) return { notes, sounding: 'sustained', a4 }
  const sound = soundFor(knowledge.sound, factsOf(record.card, knowledge))
  return { notes, sounding: soundingOf(sound), a4, range: rangeOfInstrument(sound, a4) }
}

/** Pictures that were made lately: whoever measures a take looks at it next. */
const REMEMBERED_MOST = 6
const remembered = new Map<string, SoundHeard>()

function remember(key: string, heard: SoundHeard): void {
  remembered.set(key, heard)
  for (const oldest of remembered.keys()) {
    if (remembered.size <= REMEMBERED_MOST) break
    remembered.delete(oldest)
  }
}

/** The recording measured, or why it cannot be. @throws TooHeavy, Left */
export async function heard(
  path: string,
  record: StudentRecord,
  knowledge: Knowledge,
  { rung, a4 }: { readonly rung: AskedRung | null; readonly a4: number },
  asking: Asking = {},
): Promise<Outcome<SoundHeard>> {
  const asked = toneAsked(record, knowledge, rung, a4)
  const key = JSON.stringify([path, asked])
  const known = remembered.get(key)
  if (known) return good(known)
  const found = await soundMeasured({ path, asked }, asking)
  if (!found.ok) return refuse(found.why, ['file'])
  remember(key, found)
  return good(found)
}

/** The notes measured, or why they cannot be. @throws TooHeavy when they cannot be read in time */
export async function timed(
  bytes: Uint8Array,
  rung: AskedRung | null,
): Promise<Outcome<NotesRead>> {
  const roll = rung !== null && isRoll(rung.exercise)
  const found = await notesMeasured({ bytes, asked: rung?.asked ?? [], roll })
  return found.ok ? good(found) : refuse(found.why, ['file'])
}

/** How far each measuring is, by the act that asked for it. */
const measuring = new Map<string, number>()

/** From 0 to 1; null where it is not being measured. */
export function takeMeasuring(act: string): number | null {
  return measuring.get(act) ?? null
}

/** Letters an id of ours may have. */
const ID_MOST = 64

/** The act of a reading is named after the one that asked for it, so that asked twice it is written once. */
function idOf(act: ActId, analyser: string): ActId {
  const plain = `${act}-${analyser}`
  const id = plain.length <= ID_MOST ? plain : createHash('sha256').update(plain).digest('hex')
  return id as ActId
}

interface ReadAs {
  readonly a4?: number
  readonly of?: TakeOf
}

/** What is written of a take that was measured, one act for each analyser. */
function actsOf(
  act: ActId,
  hash: string,
  readings: readonly Reading[],
  readAs: ReadAs,
): readonly IdentifiedRequest[] {
  return readings.map((reading) => ({
    kind: 'take-measured',
    id: idOf(act, reading.analyser),
    hash,
    run: act,
    ...reading,
    ...readAs,
  }))
}

async function soundActs(
  deps: Deps,
  record: StudentRecord,
  knowledge: Knowledge,
  { act, hash, path, rung }: { act: ActId; hash: string; path: string; rung: AskedRung | null },
  signal?: AbortSignal,
): Promise<Outcome<readonly IdentifiedRequest[]>> {
  const { a4 } = await readTuning(deps)
  const onShare = (share: number) => measuring.set(act, share)
  onShare(0)
  try {
    const asking = { onShare, ...(signal ? { signal } : {}) }
    const found = await heard(path, record, knowledge, { rung, a4 }, asking)
    if (!found.ok) return found
    return good(actsOf(act, hash, found.value.readings, { a4, ...(rung ? { of: rung.of } : {}) }))
  } finally {
    measuring.delete(act)
  }
}

async function notesActs({
  act,
  hash,
  path,
  rung,
}: {
  act: ActId
  hash: string
  path: string
  rung: AskedRung
}): Promise<Outcome<readonly IdentifiedRequest[]>> {
  const found = await timed(await readFile(path), rung)
  return found.ok ? good(actsOf(act, hash, found.value.readings, { of: rung.of })) : found
}

/**
 * What is to be written of the take once it is measured, or why it is not. Whatever goes wrong is an outcome: no take
 * is lost for it. @throws Left where nobody waits for it any more
 */
export async function measuredActs(
  deps: Deps,
  record: StudentRecord,
  { hash, kind, path }: TakeHere,
  { act, case: fault, rung: id }: Measuring,
  signal?: AbortSignal,
): Promise<Outcome<readonly IdentifiedRequest[]>> {
  const knowledge = await deps.knowledge.practised(record.card.instrument)
  if (!knowledge) return refuse('unknown_pack', ['instrument'])
  const rung = fault !== null && id !== null ? askedRung(record, knowledge, fault, id) : null
  if (id !== null && !rung) return refuse('rung_without_notes', ['rung'])
  try {
    if (kind === 'sound') {
      return await soundActs(deps, record, knowledge, { act, hash, path, rung }, signal)
    }
    if (kind === 'picture' || !rung) return refuse('rung_without_notes', ['rung'])
    return await notesActs({ act, hash, path, rung })
  } catch (error) {
    if (error instanceof Left) throw error
    deps.log(error)
    return refuse(error instanceof TooHeavy ? 'too_heavy' : 'measuring_failed', ['file'])
  }
}

/**
 * A kept take measured by the analysers of today, beside what was read of it before; for a rung, where one is told
 * now. Whoever goes away meanwhile leaves it unmeasured. @throws Left
 */
export async function measureAnew(
  deps: Deps,
  student: StudentId,
  hash: string,
  { act, case: fault, rung }: Measuring,
  signal?: AbortSignal,
): Promise<Outcome<ActsTaken>> {
  const record = await deps.store.recordOf(student)
  const found = await findTake(deps, student, hash)
  if (!found.ok) return found
  const { take, path } = found.value
  if (!record || take.kind === 'picture' || !mayKeep(record.card, take.kind)) {
    return refuse('unknown_take', ['take'])
  }
  const of = latestReading(take)?.of
  const asked = { act, case: fault ?? of?.case ?? take.case, rung: rung ?? of?.rung ?? null }
  const acts = await measuredActs(deps, record, { hash, kind: take.kind, path }, asked, signal)
  return acts.ok ? recordActs(deps, student, { acts: acts.value }) : acts
}
