/** Reads recordings as one channel of numbers: WAV of any usual kind, and FLAC. The bytes come from anywhere. */
import decodeWav from '@audio/decode-wav'
import { halved } from '@vein-mend/core/tone'
import type { Sound } from '@vein-mend/core/tone'
import { FLACDecoder } from '@wasm-audio-decoders/flac'

/** Why a recording is not measured. */
export type NotSound = 'not_sound' | 'odd_sound' | 'sound_too_long' | 'no_sound'

export type SoundRead =
  { readonly ok: true; readonly sound: Sound } | { readonly ok: false; readonly why: NotSound }

/** The longest take that is measured: ten minutes, and a little for whoever presses late. */
const SECONDS_MOST = 615
const RATES = { least: 8_000, most: 192_000 } as const
const CHANNELS_MOST = 8
/** Above this rate every two samples are one: nothing we measure is that high. */
const RATE_ENOUGH = 80_000

/** Plain samples: whole numbers, floats, and the two of telephones (ITU-T G.711); nothing that is packed. */
const PLAIN = [1, 3, 6, 7]
/** Says that the kind of samples stands further on. */
const EXTENSIBLE = 0xfffe

interface Head {
  readonly kind: number
  readonly channels: number
  readonly rate: number
  readonly block: number
  readonly bits: number
}

/** The head of a WAV file (Microsoft and IBM 1991: `fmt ` within the RIFF chunks); null where there is none. */
function wavHead(bytes: Uint8Array): Head | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const name = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4))
  let at = 12
  while (at + 24 <= bytes.length) {
    if (name(at) === 'fmt ') {
      const of = (offset: number) => view.getUint16(at + offset, true)
      const rate = view.getUint32(at + 12, true)
      const further = of(8) === EXTENSIBLE && at + 34 <= bytes.length
      const kind = further ? of(32) : of(8)
      return { kind, channels: of(10), rate, block: of(20), bits: of(22) }
    }
    at += 8 + view.getUint32(at + 4, true)
  }
  return null
}

/** A head that does not fit together would be read as noise, or ask for all the memory there is. */
function isOdd({ channels, rate, block, bits }: Head): boolean {
  const usual = [8, 16, 24, 32, 64].includes(bits) && block === (channels * bits) / 8
  const inRange = channels >= 1 && channels <= CHANNELS_MOST
  return !usual || !inRange || rate < RATES.least || rate > RATES.most
}

interface Decoded {
  readonly channelData: readonly Float32Array[]
  readonly sampleRate: number
}

function wav(bytes: Uint8Array): Decoded | NotSound {
  const head = wavHead(bytes)
  if (!head) return 'not_sound'
  if (!PLAIN.includes(head.kind)) return 'not_sound'
  if (isOdd(head)) return 'odd_sound'
  if (bytes.length > head.rate * head.block * SECONDS_MOST + 1_000_000) return 'sound_too_long'
  try {
    return decodeWav(bytes)
  } catch {
    return 'not_sound'
  }
}

async function flac(bytes: Uint8Array): Promise<Decoded | NotSound> {
  const decoder = new FLACDecoder()
  try {
    await decoder.ready
    return await decoder.decodeFile(bytes)
  } catch {
    return 'not_sound'
  } finally {
    decoder.free()
  }
}

/** One channel: the mean of all. */
function mixed(channels: readonly Float32Array[]): Float32Array {
  const [first] = channels
  if (channels.length === 1 && first) return first
  const length = Math.min(...channels.map((c) => c.length))
  const mix = new Float32Array(length)
  for (const channel of channels) {
    for (let j = 0; j < length; j++) mix[j] = (mix[j] ?? 0) + (channel[j] ?? 0) / channels.length
  }
  return mix
}

function soundOf({ channelData, sampleRate }: Decoded): SoundRead {
  if (channelData.length === 0 || channelData[0]?.length === 0)
    return { ok: false, why: 'no_sound' }
  if (sampleRate < RATES.least || sampleRate > RATES.most) return { ok: false, why: 'odd_sound' }
  let sound: Sound = { samples: mixed(channelData), rate: sampleRate }
  if (sound.samples.length > sampleRate * SECONDS_MOST) return { ok: false, why: 'sound_too_long' }
  // A file of floats may hold anything, and what is no number is no sound.
  if (!sound.samples.every((x) => Math.abs(x) < 64)) return { ok: false, why: 'odd_sound' }
  while (sound.rate > RATE_ENOUGH) sound = halved(sound)
  return { ok: true, sound }
}

const starts = (bytes: Uint8Array, mark: string) =>
  String.fromCharCode(...bytes.subarray(0, mark.length)) === mark

/** The sound in a file, or why there is none to measure. */
export async function readSound(bytes: Uint8Array): Promise<SoundRead> {
  const decoded = starts(bytes, 'RIFF')
    ? wav(bytes)
    : starts(bytes, 'fLaC')
      ? await flac(bytes)
      : 'not_sound'
  return typeof decoded === 'string' ? { ok: false, why: decoded } : soundOf(decoded)
}
