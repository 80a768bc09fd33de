/** What a file is, by its first bytes and not by what it is said to be. */
import type { TakeKind } from '@vein-mend/core/analysers'

export interface MediaType {
  readonly kind: TakeKind
  readonly type: string
}

/** Bytes at a place; the marks of the formats themselves, from memory. */
interface Mark extends MediaType {
  readonly at: number
  readonly bytes: string
  readonly also?: { readonly at: number; readonly bytes: string }
}

const MARKS: readonly Mark[] = [
  { kind: 'sound', type: 'audio/wav', at: 0, bytes: 'RIFF', also: { at: 8, bytes: 'WAVE' } },
  { kind: 'sound', type: 'audio/flac', at: 0, bytes: 'fLaC' },
  { kind: 'sound', type: 'audio/ogg', at: 0, bytes: 'OggS' },
  { kind: 'sound', type: 'audio/webm', at: 0, bytes: '\x1a\x45\xdf\xa3' },
  { kind: 'sound', type: 'audio/mpeg', at: 0, bytes: 'ID3' },
  { kind: 'sound', type: 'audio/mpeg', at: 0, bytes: '\xff\xfb' },
  { kind: 'sound', type: 'audio/mp4', at: 4, bytes: 'ftypM4A' },
  { kind: 'sound', type: 'audio/mp4', at: 4, bytes: 'ftypmp4' },
  { kind: 'sound', type: 'audio/mp4', at: 4, bytes: 'ftypisom' },
  { kind: 'picture', type: 'image/png', at: 0, bytes: '\x89PNG\r\n\x1a\n' },
  { kind: 'picture', type: 'image/jpeg', at: 0, bytes: '\xff\xd8\xff' },
  { kind: 'picture', type: 'image/webp', at: 0, bytes: 'RIFF', also: { at: 8, bytes: 'WEBP' } },
  { kind: 'notes', type: 'audio/midi', at: 0, bytes: 'MThd' },
]

/** First bytes that are looked at. */
export const HEAD_BYTES = 16

/** The most a file of a kind may have, bytes. */
export const BYTES_MOST: Readonly<Record<TakeKind, number>> = {
  sound: 128_000_000,
  picture: 16_000_000,
  notes: 1_000_000,
}

/** Null for what is none of them. */
export function mediaTypeOf(head: Uint8Array): MediaType | null {
  const text = Buffer.from(head.subarray(0, HEAD_BYTES)).toString('latin1')
  const found = MARKS.find(
    ({ at, bytes, also }) =>
      text.startsWith(bytes, at) && (!also || text.startsWith(also.bytes, also.at)),
  )
  return found ? { kind: found.kind, type: found.type } : null
}
