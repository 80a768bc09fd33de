/** WAV files, slice by slice (Microsoft and IBM 1991: chunks within RIFF). */
import decodeWav from '@audio/decode-wav'
import { Mono } from './mono'
import { CHANNELS_MOST, mostSamples, RATES } from './soundLimits'
import type { SoundRead } from './soundLimits'

/** Plain samples: whole numbers, floats, and the two of telephones (ITU-T G.711); nothing that is packed. */
const PLAIN = [1, 3, 6, 7]
/** Says that the kind of samples stands further on. */
const EXTENSIBLE = 0xfffe
const BITS = [8, 16, 24, 32, 64]
/** Sample frames that are decoded at once. */
const SLICE_FRAMES = 262_144
const CHUNK_HEAD = 8
const RIFF_HEAD = 12

interface Head {
  readonly kind: number
  readonly channels: number
  readonly rate: number
  readonly block: number
  readonly bits: number
  /** The chunk that says all this, whole. */
  readonly chunk: Uint8Array
  /** Where the samples lie. */
  readonly from: number
  readonly to: number
}

interface Chunk {
  readonly name: string
  readonly at: number
  /** After its last byte, as far as the file goes. */
  readonly end: number
}

function* chunksOf(bytes: Uint8Array, view: DataView): Generator<Chunk> {
  let at = RIFF_HEAD
  while (at + CHUNK_HEAD <= bytes.length) {
    const size = view.getUint32(at + 4, true)
    const name = String.fromCharCode(...bytes.subarray(at, at + 4))
    yield { name, at, end: Math.min(bytes.length, at + CHUNK_HEAD + size) }
    // Chunks begin on even bytes.
    at += CHUNK_HEAD + size + (size % 2)
  }
}

/** What the file says of itself; null where it says nothing. */
function headOf(bytes: Uint8Array): Head | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const chunks = [...chunksOf(bytes, view)]
  const format = chunks.find((c) => c.name === 'fmt ')
  const data = chunks.find((c) => c.name === 'data')
  if (!format || format.end - format.at < 24) return null
  const { at, end } = format
  const of = (offset: number) => view.getUint16(at + offset, true)
  const further = of(8) === EXTENSIBLE && end - at >= 34
  return {
    kind: further ? of(32) : of(8),
    channels: of(10),
    rate: view.getUint32(at + 12, true),
    block: of(20),
    bits: of(22),
    chunk: bytes.subarray(at, end),
    from: data ? data.at + CHUNK_HEAD : bytes.length,
    to: data ? data.end : bytes.length,
  }
}

/** A head that does not fit together would be read as noise, or ask for all the memory there is. */
function isOdd({ channels, rate, block, bits }: Head): boolean {
  const usual = BITS.includes(bits) && block === (channels * bits) / 8
  const inRange = channels >= 1 && channels <= CHANNELS_MOST
  return !usual || !inRange || rate < RATES.least || rate > RATES.most
}

/** A file of its own with these samples alone, for a decoder that takes whole files. */
function sliceOf({ chunk }: Head, samples: Uint8Array): Uint8Array {
  const file = new Uint8Array(RIFF_HEAD + chunk.length + CHUNK_HEAD + samples.length)
  const view = new DataView(file.buffer)
  const write = (text: string, at: number) => {
    for (let i = 0; i < text.length; i++) file[at + i] = text.charCodeAt(i)
  }
  write('RIFF', 0)
  view.setUint32(4, file.length - CHUNK_HEAD, true)
  write('WAVE', 8)
  file.set(chunk, RIFF_HEAD)
  const at = RIFF_HEAD + chunk.length
  write('data', at)
  view.setUint32(at + 4, samples.length, true)
  file.set(samples, at + CHUNK_HEAD)
  return file
}

/** The sound in a WAV file, or why there is none to measure. */
export function readWav(bytes: Uint8Array): SoundRead {
  const head = headOf(bytes)
  if (!head || !PLAIN.includes(head.kind)) return { ok: false, why: 'not_sound' }
  if (isOdd(head)) return { ok: false, why: 'odd_sound' }
  const { rate, block, from, to } = head
  const frames = Math.floor((to - from) / block)
  if (frames > mostSamples(rate)) return { ok: false, why: 'sound_too_long' }
  const mono = new Mono(rate, frames, mostSamples(rate))
  for (let at = 0; at < frames; at += SLICE_FRAMES) {
    const until = Math.min(frames, at + SLICE_FRAMES)
    const samples = bytes.subarray(from + at * block, from + until * block)
    try {
      mono.add(decodeWav(sliceOf(head, samples)).channelData)
    } catch {
      return { ok: false, why: 'not_sound' }
    }
  }
  return { ok: true, ...mono.read }
}
