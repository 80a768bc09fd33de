/** Acts as they are written down and read again, of whatever version; what is not known is refused. */
import {
  day,
  either,
  id,
  instant,
  isObject,
  object,
  optional,
  readShape,
  text,
  whole,
} from '../kit'
import type { FieldFault, Shape, ActId } from '../kit'
import { ACT_KINDS, isActKind, MODULES } from './acts'
import type { Act, ActBody, ActKind, ActRequest } from './acts'
import type { Body, Stamp } from './actModule'
import { refused } from './refusal'
import type { RecordRefusal } from './refusal'

/** Letters of who writes. */
const WRITER_MOST = 80

/** What every act on record has besides its own. */
export const stampShape: Shape<Stamp> = object({
  id: id<ActId>(),
  at: instant,
  by: text(WRITER_MOST, 1),
  noted: optional(day),
  sent: optional(object({ device: id<string>(), count: whole(1, Number.MAX_SAFE_INTEGER) })),
})

/** What came of reading an act from a file. */
export type StoredAct =
  | { readonly ok: true; readonly value: Act }
  | { readonly ok: false; readonly refusal: RecordRefusal; readonly faults: readonly FieldFault[] }

const unknown = (refusal: RecordRefusal): StoredAct => ({ ok: false, refusal, faults: [] })

/** The act with the version of its kind, for a file that outlives this code. */
export function writeAct(act: Act): Act & { readonly v: number } {
  return { ...act, v: MODULES[act.kind].version }
}

/** The body raised to the present version; null when it comes from a later one. */
function raised(body: Body, kind: ActKind): Body | null {
  const { version, earlier } = MODULES[kind]
  let now = typeof body.v === 'number' ? body.v : 1
  let raisedBody = body
  if (!Number.isInteger(now) || now < 1 || now > version) return null
  for (; now < version; now++) raisedBody = earlier[now]?.(raisedBody) ?? raisedBody
  return raisedBody
}

function readKind(kind: ActKind, body: Body): StoredAct {
  const shape: Shape<ActBody> = MODULES[kind].kept
  const kept = readShape(shape, body)
  const stamp = readShape(stampShape, body)
  if (kept.ok && stamp.ok) {
    return { ok: true, value: { ...kept.value, ...stamp.value } }
  }
  const faults = [...(kept.ok ? [] : kept.faults), ...(stamp.ok ? [] : stamp.faults)]
  return { ...refused('act_not_understood', faults[0]?.path ?? []), faults }
}

/** An act read from a file, or why it is none this code knows. */
export function readAct(value: unknown): StoredAct {
  if (!isObject(value)) return unknown(refused('act_not_understood', []).refusal)
  const { kind } = value
  if (!isActKind(kind))
    return unknown(refused('unknown_act_kind', 'kind', { kind: String(kind).slice(0, 40) }).refusal)
  const body = raised(value, kind)
  return body
    ? readKind(kind, body)
    : unknown(refused('act_of_later_version', 'v', { kind }).refusal)
}

/**
 * The act as its file will give it back: written out, and read again by the shape it is kept in. What cannot be read
 * back is not kept, whoever made it, the server included.
 */
export function asKept(act: Act): StoredAct {
  // By its shapes and not by way of JSON: that would write nothing for a number that is none.
  return readAct(writeAct(act))
}

/** An act as it is asked for, with the id the screen gave it, so that asking twice is known as once. */
export type IdentifiedRequest = ActRequest & { readonly id: ActId }

const ASKED: Readonly<Record<string, Shape<ActRequest>>> = Object.fromEntries(
  ACT_KINDS.map((kind) => [kind, MODULES[kind].asked]),
)
const askedShape = either('kind', ASKED)
const identityShape = object({ id: id<ActId>() })

/** What may be asked of a record: any kind of act there is, and no other. */
export const requestShape: Shape<IdentifiedRequest> = {
  form: askedShape.form,
  read: (value, reading) => {
    const asked = askedShape.read(value, reading)
    const identity = identityShape.read(value, reading)
    return typeof asked === 'symbol' || typeof identity === 'symbol'
      ? reading.wrong
      : { ...asked, ...identity }
  },
}
