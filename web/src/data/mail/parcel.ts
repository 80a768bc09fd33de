/** Acts on their way to the server, with the studio they are for. */
import type { CodedRefusal } from '@vein-mend/contract'
import type { IdentifiedRequest, StudentId } from '@vein-mend/core/record'

/** Where a parcel goes: to a student's record, or in at the door for home. */
export type Address =
  | { readonly kind: 'student'; readonly student: StudentId }
  | { readonly kind: 'home'; readonly token: string }

export interface Parcel {
  readonly id: string
  /** Order in which parcels were made, over all tabs. */
  readonly at: number
  readonly to: Address
  /** The studio in which it was noted; null where no answer had named one yet. */
  readonly studio: string | null
  /** Digest of the knowledge the desk ranked with. */
  readonly knowledge: string | null
  readonly requests: readonly IdentifiedRequest[]
  /** Why it was not taken; it then lies on the shelf. */
  readonly refused: CodedRefusal | null
}

/** Parcels of one lane are taken in their order; lanes do not wait for one another. */
export function laneOf({ to }: Pick<Parcel, 'to'>): string {
  return to.kind === 'student' ? to.student : `home ${to.token}`
}

/** As parcels were kept before they carried an address. */
interface EarlierParcel extends Partial<Parcel> {
  readonly id: string
  readonly at: number
  readonly student?: StudentId
}

/** A parcel as it was kept, of this shape or the one before; null where it is none. */
export function readParcel(value: unknown): Parcel | null {
  if (typeof value !== 'object' || value === null || !('requests' in value)) return null
  const kept = value as EarlierParcel
  const to: Address | undefined =
    kept.to ?? (kept.student === undefined ? undefined : { kind: 'student', student: kept.student })
  if (to === undefined || kept.requests === undefined) return null
  const { id, at, requests, studio = null, knowledge = null, refused = null } = kept
  return { id, at, to, studio, knowledge, requests, refused }
}

/** The parcel as two, in order. */
export function split(parcel: Parcel): readonly [Parcel, Parcel] {
  const half = Math.ceil(parcel.requests.length / 2)
  const first = { ...parcel, id: `${parcel.id}-a`, requests: parcel.requests.slice(0, half) }
  const rest = { ...parcel, id: `${parcel.id}-b`, requests: parcel.requests.slice(half) }
  // Between it and the next one made there is room: places are a thousandth apart.
  return [first, { ...rest, at: parcel.at + HALF_A_PLACE }]
}

const HALF_A_PLACE = 0.0000005
