/** FLAC files (RFC 9639), frame by frame: each says how many samples it holds before it is decoded. */
import { FLACDecoder } from '@wasm-audio-decoders/flac'
import CodecParser from 'codec-parser'
import { Mono, TooMuchSound } from './mono'
import { CHANNELS_MOST, mostSamples, RATES } from './soundLimits'
import type { SoundRead } from './soundLimits'

/** `fLaC`, and the head of the first block. */
const MARK_BYTES = 4
const BLOCK_HEAD = 4
const STREAM_INFO_BYTES = 34
/** Bytes that are looked through for frames at once. */
const PARSED_BYTES = 65_536
/** Samples, of all channels, that are decoded at once. */
const DECODED_MOST = 1_048_576

interface StreamInfo {
  readonly rate: number
  readonly channels: number
  /** 0 where the file does not say. */
  readonly samples: number
}

/** What the file says of itself (RFC 9639, section 8.2); null where it says nothing. */
function infoOf(bytes: Uint8Array): StreamInfo | null {
  if (bytes.length < MARK_BYTES + BLOCK_HEAD + STREAM_INFO_BYTES) return null
  const view = new DataView(bytes.buffer, bytes.byteOffset + MARK_BYTES + BLOCK_HEAD)
  if (((bytes[MARK_BYTES] ?? 0xff) & 0x7f) !== 0) return null
  // 20 bits of rate, 3 of channels less one, 5 of bits less one, 36 of samples.
  const word = view.getUint32(10)
  return {
    rate: word >>> 12,
    channels: ((word >>> 9) & 0x7) + 1,
    samples: (view.getUint8(13) & 0xf) * 2 ** 32 + view.getUint32(14),
  }
}

/** A frame that is not decoded yet. */
interface Frame {
  readonly data: Uint8Array
  readonly samples: number
  readonly channels: number
}

function* framesOf(bytes: Uint8Array): Generator<Frame> {
  const parser = new CodecParser('audio/flac', { enableFrameCRC32: false })
  // Typed as an iterator alone, which it is not.
  const read = function* (found: unknown): Generator<Frame> {
    for (const frame of found as Iterable<unknown>) {
      const { data, samples, header } = frame as {
        data: Uint8Array
        samples: number
        header: { channels: number }
      }
      yield { data, samples, channels: header.channels }
    }
  }
  for (let at = 0; at < bytes.length; at += PARSED_BYTES) {
    yield* read(parser.parseChunk(bytes.subarray(at, at + PARSED_BYTES)))
  }
  yield* read(parser.flush())
}

/** Frames in lots that come to no more than is decoded at once. */
function* lotsOf(frames: Iterable<Frame>): Generator<readonly Frame[]> {
  let lot: Frame[] = []
  let held = 0
  for (const frame of frames) {
    const size = frame.samples * frame.channels
    if (held + size > DECODED_MOST && lot.length > 0) {
      yield lot
      lot = []
      held = 0
    }
    lot.push(frame)
    held += size
  }
  if (lot.length > 0) yield lot
}

/** Decodes lot by lot; what goes beyond what the head says, or may be, is not decoded. @throws TooMuchSound */
async function decoded(bytes: Uint8Array, { rate, samples, channels }: StreamInfo): Promise<Mono> {
  const most = samples > 0 ? Math.min(samples, mostSamples(rate)) : mostSamples(rate)
  const mono = new Mono(rate, samples, most)
  const decoder = new FLACDecoder()
  let coming = 0
  try {
    await decoder.ready
    for (const lot of lotsOf(framesOf(bytes))) {
      coming += lot.reduce((sum, f) => sum + f.samples, 0)
      if (coming > most || lot.some((f) => f.channels !== channels)) throw new TooMuchSound()
      const { channelData } = await decoder.decodeFrames(lot.map((f) => f.data))
      if (channelData.length > 0) mono.add(channelData)
    }
    return mono
  } finally {
    decoder.free()
  }
}

/** The sound in a FLAC file, or why there is none to measure. */
export async function readFlac(bytes: Uint8Array): Promise<SoundRead> {
  const info = infoOf(bytes)
  if (!info) return { ok: false, why: 'not_sound' }
  const { rate, channels, samples } = info
  if (rate < RATES.least || rate > RATES.most || channels > CHANNELS_MOST) {
    return { ok: false, why: 'odd_sound' }
  }
  if (samples > mostSamples(rate)) return { ok: false, why: 'sound_too_long' }
  try {
    return { ok: true, ...(await decoded(bytes, info)).read }
  } catch (error) {
    // Longer than it may be, where its head does not say; else the head and the frames do not agree.
    const tooLong = error instanceof TooMuchSound && samples === 0
    return {
      ok: false,
      why: tooLong ? 'sound_too_long' : error instanceof TooMuchSound ? 'odd_sound' : 'not_sound',
    }
  }
}
