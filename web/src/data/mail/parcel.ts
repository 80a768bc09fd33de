/** Acts on their way to the server, with the studio they are for. */
import type { CodedRefusal } from '@vein-mend/contract'
import type { IdentifiedRequest } from '@vein-mend/core/record'
import type { StudentId } from '@vein-mend/core/kit'

/** Where a parcel goes: to a student's record, or in at the door for home. */
export type Address =
  | { readonly kind: 'student'; readonly student: StudentId }
  | { readonly kind: 'home'; readonly token: string }

export interface Parcel {
  readonly id: string
  /** The device it was made on; empty for one that was kept before devices had names. */
  readonly device: string
  /** Its place among all that was made on the device, from 1; 0 for one that was kept before they were counted. */
  readonly count: number
  /** When it was made, by a clock that may be wrong; says the order only of those that were not counted. */
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
  const { device = '', count = 0 } = kept
  return { id, device, count, at, to, studio, knowledge, requests, refused }
}

/** The parcel as two, in order: they share its place, and their names say which goes first. */
export function split(parcel: Parcel): readonly [Parcel, Parcel] {
  const half = Math.ceil(parcel.requests.length / 2)
  return [
    { ...parcel, id: `${parcel.id}-a`, requests: parcel.requests.slice(0, half) },
    { ...parcel, id: `${parcel.id}-b`, requests: parcel.requests.slice(half) },
  ]
}

/** In the order in which they were made on this device. */
export function inOrder(a: Parcel, b: Parcel): number {
  const before = a.count - b.count || a.at - b.at
  return before !== 0 ? before : a.id < b.id ? -1 : 1
}
