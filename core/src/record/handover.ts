/** One student's whole history as one open file, to be read by a later teacher's studio. */
import { data, day, list, object, oneOf, optional, readShape, text } from '../kit'
import type { FieldFault, IsoDate } from '../kit'
import type { Knowledge, PackRef } from '../packs'
import type { Act } from './acts'
import type { Body } from './actModule'
import { refuse } from './refusal'
import type { RecordRefusal } from './refusal'
import { replay, undoneActs } from './replay'
import type { StudentRecord } from './state'
import { readAct, writeAct } from './storedAct'

/** What a handover file says it is. */
export const HANDOVER_FORMAT = 'vein-mend-handover'
/** Version of the file as a whole; acts have versions of their own. */
export const HANDOVER_VERSION = 1

/** Forty years of lessons with everything at home ticked. */
export const HANDOVER_ACTS_MOST = 200_000
/** Versions of one instrument's knowledge. */
const PACKS_MOST = 2000

/** A handover file. */
export interface Handover {
  readonly format: typeof HANDOVER_FORMAT
  readonly version: typeof HANDOVER_VERSION
  readonly exported: IsoDate
  readonly name: string
  readonly instrument: string
  /** The record, act by act, with what was undone: playing them gives the same states and the same seam. */
  readonly acts: readonly Act[]
  /** Every version of the knowledge the record was made with. */
  readonly packs: readonly Knowledge[]
}

/** The pack versions a record names. */
export function packsUsed(acts: readonly Act[]): readonly PackRef[] {
  const used = acts.flatMap((a) => (a.kind === 'lesson-opened' ? [a.pack] : []))
  const keyOf = ({ id, version, digest = '' }: PackRef) => `${id} ${version} ${digest}`
  return [...new Map(used.map((p) => [keyOf(p), p])).values()]
}

type Carded = Pick<StudentRecord, 'card'>

/** Who looked at what hurt, and what they allow: handed on only with a yes of its own. */
const OF_HEALTH: Act['kind'] = 'stop-looked-at'

const mayHandOnHealth = ({ card }: Carded) => card.consents['health-on'].state === 'given'

/**
 * The acts that are handed on. Without a yes of its own what somebody allowed stays behind: the stop stands in the file
 * as it was told, and the next teacher asks.
 */
export function actsHandedOn(record: Carded, acts: readonly Act[]): readonly Act[] {
  if (mayHandOnHealth(record)) return acts
  const kept = new Set(acts.filter((a) => a.kind === OF_HEALTH).map((a) => a.id))
  return acts.filter((a) => !kept.has(a.id) && !(a.kind === 'undone' && kept.has(a.act)))
}

/** The same of something that cannot be read here, by its text: wherever that names it, it stays behind. */
export function isHandedOnUnread(record: Carded, body: string): boolean {
  return mayHandOnHealth(record) || !body.includes(OF_HEALTH)
}

/** The file for a student, as it is written. */
export function makeHandover(
  record: StudentRecord,
  acts: readonly Act[],
  packs: readonly Knowledge[],
  today: IsoDate,
): Handover {
  const { card } = record
  return {
    format: HANDOVER_FORMAT,
    version: HANDOVER_VERSION,
    exported: today,
    name: card.name,
    instrument: card.instrument,
    acts: actsHandedOn(record, acts).map(writeAct),
    packs,
  }
}

/** Why the file may not be made: handing on needs a recorded yes of the student, or of a guardian for a child. */
export function refuseHandingOn({ card }: Pick<StudentRecord, 'card'>): RecordRefusal | null {
  if (card.consents['handing-on'].state === 'given') return null
  return refuse('no_consent_to_hand_on', ['consents', 'handing-on'], { name: card.name })
}

/** How deep an act or a pack goes at the most. */
const DEPTH_MOST = 16
const anything = data(DEPTH_MOST)

/** What stands round the acts and the packs. */
export const handoverShape = object({
  format: oneOf([HANDOVER_FORMAT]),
  version: oneOf([HANDOVER_VERSION]),
  exported: day,
  name: text(80, 1),
  instrument: text(80, 1),
  acts: list(anything, HANDOVER_ACTS_MOST, 1),
  packs: list(anything, PACKS_MOST),
  /** What could not be read on where the file was made, as it was written. */
  aside: optional(list(anything, HANDOVER_ACTS_MOST)),
})

/** A file that was read: its acts, and the record they play to. */
export interface ReadHandover {
  readonly name: string
  readonly instrument: string
  readonly acts: readonly Act[]
  /** As they stand in the file; whoever keeps them checks them. */
  readonly packs: readonly unknown[]
  /** Acts that stood aside where it was made: nothing is read off them. */
  readonly aside: readonly Body[]
  readonly record: StudentRecord
}

/** What came of reading a file: all of it, or the first thing that cannot be. */
export type HandoverReading =
  | { readonly ok: true; readonly value: ReadHandover }
  | {
      readonly ok: false
      readonly refusal: RecordRefusal
      readonly faults: readonly FieldFault[]
    }

function no(refusal: RecordRefusal, faults: readonly FieldFault[] = []): HandoverReading {
  return { ok: false, refusal, faults }
}

/** Every act read, or the place of the first that cannot be. */
function readActs(values: readonly unknown[]): readonly Act[] | HandoverReading {
  const acts: Act[] = []
  const ids = new Set<string>()
  for (const [index, value] of values.entries()) {
    const read = readAct(value)
    const at = ['acts', index] as const
    if (!read.ok) {
      const { refusal } = read
      const faults = read.faults.map((f) => ({ ...f, path: [...at, ...f.path] }))
      return no({ ...refusal, path: [...at, ...refusal.path] }, faults)
    }
    if (ids.has(read.value.id)) return no(refuse('same_act_twice', [...at, 'id']))
    ids.add(read.value.id)
    acts.push(read.value)
  }
  return acts
}

/**
 * The record a file gives, or the first thing in it that cannot be, with its place: acts are read by their shapes
 * and played under the same rules as if they were noted here.
 */
export function readHandover(value: unknown): HandoverReading {
  const outside = readShape(handoverShape, value)
  if (!outside.ok) {
    const { faults } = outside
    const [first] = faults
    return no(refuse('not_a_handover', first?.path ?? [], { why: first?.code ?? '' }), faults)
  }
  const { name, instrument, packs, aside = [] } = outside.value
  const acts = readActs(outside.value.acts)
  if ('ok' in acts) return acts
  const undone = undoneActs(acts)
  const ids = new Set(acts.map((a) => a.id))
  const stray = acts.findIndex((a) => a.kind === 'undone' && !ids.has(a.act))
  if (stray >= 0) return no(refuse('unknown_act', ['acts', stray, 'act']))
  const played = replay(acts, { undone, judged: true })
  if (!played.ok) {
    const { at, refusal } = played
    const kind = acts[at]?.kind ?? ''
    return no(
      refuse('handover_act_refused', ['acts', at, ...refusal.path], { kind, why: refusal.code }),
    )
  }
  const { record } = played
  if (!record) return no(refuse('handover_without_student', ['acts']))
  return { ok: true, value: { name, instrument, acts, packs, aside, record } }
}
