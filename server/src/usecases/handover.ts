/** Handing a student on, and taking one in: the whole history as one file. */
import { refuse } from '@vein-mend/contract'
import type { CodedRefusal, FieldTrouble, HandoverTaken, Outcome } from '@vein-mend/contract'
import { good, isObject } from '@vein-mend/core/kit'
import {
  actsHandedOn,
  HANDOVER_FORMAT,
  HANDOVER_VERSION,
  isHandedOnUnread,
  packsUsed,
  refuseHandingOn,
  writeAct,
} from '@vein-mend/core/record'
import type { Act, ReadHandover, StudentRecord } from '@vein-mend/core/record'
import type { StudentId } from '@vein-mend/core/kit'
import type { Knowledge, PackRef } from '@vein-mend/core/packs'
import { handoverRead } from '../handovers'
import { isPackOf, toKeep } from '../packs'
import type { ActRow, StudioWriter } from '../store'
import type { Deps } from './deps'
import { allOrNothing, RefusedInside } from './recordActs'

/** An act as it is written; of one that is not even JSON any more, its text. */
function written(body: string): object {
  try {
    const value: unknown = JSON.parse(body)
    return isObject(value) ? value : { body }
  } catch {
    return { body }
  }
}

/** The card as last written, in acts that need not play. */
function lastCard(rows: readonly ActRow[]) {
  const acts = rows.flatMap(({ act }) => act ?? [])
  const last = acts.findLast((a) => a.kind === 'student-added' || a.kind === 'card-changed')
  return last && 'card' in last ? last.card : null
}

/** The student's file, with every version of the knowledge it was made with; also where the record stops somewhere. */
export async function exportHandover(
  deps: Deps,
  student: StudentId,
): Promise<Outcome<{ readonly name: string; readonly file: object }>> {
  const [rows, aside] = await Promise.all([deps.store.rowsOf(student), deps.store.asideOf(student)])
  const card = lastCard(rows)
  if (!card) return refuse('unknown_student', ['student'])
  const refusal = refuseHandingOn({ card })
  if (refusal) return { ok: false, refusal }
  const acts = rows.flatMap(({ act }) => act ?? [])
  const handedOn = new Set(actsHandedOn({ card }, acts).map((a) => a.id))
  const unread = (body: string) => (isHandedOnUnread({ card }, body) ? [written(body)] : [])
  const packs = await Promise.all(packsUsed(acts).map((ref) => deps.store.packAt(ref)))
  const file = {
    format: HANDOVER_FORMAT,
    version: HANDOVER_VERSION,
    exported: deps.today(),
    name: card.name,
    instrument: card.instrument,
    // An act this code cannot read is handed on as it was written.
    acts: rows.flatMap(({ act, body }) => {
      if (!act) return unread(body)
      return handedOn.has(act.id) ? [writeAct(act)] : []
    }),
    packs: packs.filter((p) => p !== null),
    // What stands aside goes along as it was written, and stands aside there too.
    ...(aside.length > 0 ? { aside: aside.flatMap(({ body }) => unread(body)) } : {}),
  }
  return good({ name: card.name, file })
}

export type HandoverResult = Outcome<HandoverTaken> & {
  readonly fields?: readonly FieldTrouble[]
}

/** The packs of the file as they are kept, each what the record says it is. */
function packsToKeep({ acts, packs }: ReadHandover): Outcome<readonly Knowledge[]> {
  const used = packsUsed(acts)
  const kept: Knowledge[] = []
  for (const [index, pack] of packs.entries()) {
    const ref = used.find((r) => isReferredTo(pack, r))
    if (!ref) return refuse('handover_pack_differs', ['packs', index])
    // What an older record names by its version only is read from the shipped packs here.
    if (ref.digest !== undefined && isPackOf(pack, ref.digest)) kept.push(pack)
  }
  return good(kept)
}

function isReferredTo(pack: unknown, { id, version, digest }: PackRef): boolean {
  if (!isObject(pack) || !isObject(pack.pack)) return false
  if (pack.pack.id !== id || pack.pack.version !== version) return false
  return digest === undefined || isPackOf(pack, digest)
}

/** The first lesson that rests on knowledge which is neither in the file nor here. */
async function missingPack(
  deps: Deps,
  { acts }: ReadHandover,
  kept: readonly Knowledge[],
): Promise<CodedRefusal | null> {
  const brought = new Set(kept.map((k) => toKeep(k).digest))
  const known = new Map<string, boolean>()
  for (const [index, act] of acts.entries()) {
    if (act.kind !== 'lesson-opened' || act.pack.digest === undefined) continue
    const { id, version, digest } = act.pack
    if (brought.has(digest)) continue
    const key = `${id} ${version} ${digest}`
    const here = known.get(key) ?? isSame(await deps.store.packAt(act.pack), act.pack)
    known.set(key, here)
    if (!here)
      return refuse('handover_pack_missing', ['acts', index, 'pack'], { id, version }).refusal
  }
  return null
}

const isSame = (pack: Knowledge | null, { id, version }: PackRef) =>
  pack?.pack.id === id && pack.pack.version === version

interface Placing {
  readonly student: StudentId
  readonly fresh: readonly Act[]
  readonly returned: boolean
}

const stop = (refusal: CodedRefusal): never => {
  throw new RefusedInside(refusal)
}

/** Where the file's acts go: to a new student, or behind those of one who comes back; perhaps none of them is new. */
async function placeOf(writer: StudioWriter, id: StudentId, read: ReadHandover): Promise<Placing> {
  const { acts, name } = read
  const owners = new Set((await writer.ownersOf(acts.map((a) => a.id))).values())
  if (owners.size > 1) stop(refuse('handover_of_two', ['acts']).refusal)
  const [owner] = owners
  if (owner === undefined) {
    if (await writer.standingOf(id)) stop(refuse('student_exists', ['student']).refusal)
    return { student: id, fresh: acts, returned: false }
  }
  const here = await writer.rowsOf(owner)
  const differs = here.findIndex((row, i) => row.id !== acts[i]?.id)
  if (differs >= 0 && differs < acts.length) {
    stop(refuse('handover_differs', ['acts', differs], { name }).refusal)
  }
  const fresh = acts.slice(here.length)
  const changed = here.findIndex((row, i) => i < acts.length && !sameAct(row, acts[i]))
  if (changed >= 0) stop(refuse('handover_differs', ['acts', changed], { name }).refusal)
  return { student: owner, fresh, returned: true }
}

function sameAct({ act }: ActRow, other: Act | undefined): boolean {
  return act !== null && JSON.stringify(inOrder(act)) === JSON.stringify(inOrder(other))
}

/** The value with its keys in order, so that two texts of the same are the same. */
function inOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inOrder)
  if (!isObject(value)) return value
  return Object.fromEntries(
    Object.keys(value)
      .sort()
      .map((key) => [key, inOrder(value[key])]),
  )
}

/** Takes that come with a file. */
export interface TakesBrought {
  /** Puts those that are on record and not here yet in their place; how many they are. */
  place(student: StudentId, record: StudentRecord): Promise<number>
}

const NO_TAKES: TakesBrought = { place: () => Promise.resolve(0) }

/** The handover in the text, read beside the server: whatever is in it costs one answer at the most. */
async function readText(text: string) {
  const read = await handoverRead({ text })
  if (read.ok) return good(read.value)
  return { ok: false as const, refusal: read.refusal, fields: read.faults }
}

/**
 * Takes a student in from a file: the same history, the same states, under the id given, or behind what is here of
 * a student who comes back. Refused whole when anything in it cannot be, with the place.
 * @throws TooHeavy where reading it takes longer than it may
 */
export async function importHandover(
  deps: Deps,
  id: StudentId,
  text: string,
  takes: TakesBrought = NO_TAKES,
): Promise<HandoverResult> {
  const read = await readText(text)
  if (!read.ok) return read
  const { name, instrument, record } = read.value
  const unknown = [instrument, record.card.instrument].find((i) => !deps.knowledge.written(i))
  if (unknown !== undefined) {
    return refuse('unknown_instrument', ['instrument'], { instrument: unknown })
  }
  const packs = packsToKeep(read.value)
  if (!packs.ok) return packs
  const missing = await missingPack(deps, read.value, packs.value)
  if (missing) return { ok: false, refusal: missing }
  return allOrNothing(deps, async (writer) => {
    const { student, fresh, returned } = await placeOf(writer, id, read.value)
    // Files first, and then the acts that name them; where the acts cannot be, nobody names the files.
    const here = fresh.length > 0 ? record : ((await recordIn(writer, student)) ?? record)
    const brought = await takes.place(student, here)
    if (fresh.length === 0 && brought === 0) {
      stop(refuse('handover_here_already', ['acts'], { name }).refusal)
    }
    await deps.store.keepPacks(packs.value.map(toKeep))
    if (fresh.length > 0) await writer.append(student, fresh, record)
    if (!returned) await writer.keepAside(student, read.value.aside, deps.now())
    return { id: student, name, acts: fresh.length, returned, takes: brought }
  })
}

async function recordIn(writer: StudioWriter, student: StudentId): Promise<StudentRecord | null> {
  const standing = await writer.standingOf(student)
  return standing?.ok === true ? standing.record : null
}
