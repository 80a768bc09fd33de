import encodeWav from '@audio/encode-wav'
import { seededRng } from '@vein-mend/core/kit'
import { describe, expect, test } from 'vitest'
import { Mono, TooMuchSound } from './mono'
import { readSound } from './readSound'

const RATE = 16_000
const tone = Float32Array.from(
  { length: 4000 },
  (_, j) => 0.5 * Math.sin((2 * Math.PI * 220 * j) / RATE),
)

async function wav(
  channels: readonly Float32Array[],
  bitDepth: 16 | 24 | 32 = 16,
  sampleRate = RATE,
): Promise<Uint8Array> {
  // Typed without 24, which it writes all the same.
  const encoder = await encodeWav({ sampleRate, bitDepth: bitDepth as 16 | 32 })
  encoder.encode([...channels])
  return Uint8Array.from(encoder.flush())
}

/** Eight bits a sample, which nobody writes any more and old recorders did. */
async function wav8(): Promise<Uint8Array> {
  const head = (await wav([tone])).slice(0, 44)
  const view = new DataView(head.buffer)
  const size = tone.length
  view.setUint32(4, 36 + size, true)
  view.setUint32(28, RATE, true)
  view.setUint16(32, 1, true)
  view.setUint16(34, 8, true)
  view.setUint32(40, size, true)
  const bytes = new Uint8Array(44 + size)
  bytes.set(head)
  tone.forEach((x, j) => (bytes[44 + j] = Math.round(128 + 127 * x)))
  return bytes
}

/** The check sums of FLAC (RFC 9639): polynomial 0x07 of eight bits, 0x8005 of sixteen. */
function crc(bytes: readonly number[], width: 8 | 16): number {
  const [top, mask, polynomial] = width === 8 ? [0x80, 0xff, 0x07] : [0x8000, 0xffff, 0x8005]
  let sum = 0
  for (const byte of bytes) {
    sum ^= byte << (width - 8)
    for (let bit = 0; bit < 8; bit++)
      sum = sum & top ? ((sum << 1) ^ polynomial) & mask : (sum << 1) & mask
  }
  return sum
}

const big = (value: number, bytes: number) =>
  Array.from({ length: bytes }, (_, i) => Math.floor(value / 256 ** (bytes - 1 - i)) % 256)

/** One frame of verbatim samples, 16 bits, one channel, 44.1 kHz (RFC 9639, sections 8.2 and 9). */
function flac(samples: readonly number[]): Uint8Array {
  const count = samples.length
  const rate = 44_100
  const info = [
    ...big(count, 2),
    ...big(count, 2),
    ...[0, 0, 0, 0, 0, 0],
    // 20 bits of rate, 3 of channels less one, 5 of bits less one, 36 of samples.
    ...big(rate * 16 + 0 * 2 + 0, 3),
    ...big(15 * 16 + 0, 1),
    ...big(count, 4),
    ...Array.from({ length: 16 }, () => 0),
  ]
  // Block size given in 16 bits, 44.1 kHz, one channel, 16 bits; frame number 0.
  const head = [0xff, 0xf8, 0x79, 0x08, 0x00, ...big(count - 1, 2)]
  const frame = [
    ...head,
    crc(head, 8),
    0x02,
    ...samples.flatMap((s) => big((s + 65_536) % 65_536, 2)),
  ]
  return Uint8Array.from([
    ...[0x66, 0x4c, 0x61, 0x43, 0x80, ...big(info.length, 3)],
    ...info,
    ...frame,
    ...big(crc(frame, 16), 2),
  ])
}

async function soundOf(bytes: Uint8Array) {
  const read = await readSound(bytes)
  if (!read.ok) throw new Error(read.why)
  return read.sound
}

describe('recordings are read', () => {
  test.each([16, 24, 32] as const)('as WAV of %d bits', async (bits) => {
    const { samples, rate } = await soundOf(await wav([tone], bits))
    expect(rate).toBe(RATE)
    expect(samples).toHaveLength(tone.length)
    samples.forEach((x, j) => {
      expect(Math.abs(x - (tone[j] ?? 9))).toBeLessThan(1e-4)
    })
  })

  test('as WAV of 8 bits', async () => {
    const { samples } = await soundOf(await wav8())
    expect(Math.abs((samples[18] ?? 9) - (tone[18] ?? 0))).toBeLessThan(0.01)
  })

  test('of two channels the mean is taken', async () => {
    const { samples } = await soundOf(await wav([tone, tone.map((x) => x / 2)], 32))
    expect(samples[18]).toBeCloseTo(0.75 * (tone[18] ?? 0), 6)
  })

  test('a dead channel makes nothing softer, and one wired the wrong way round takes nothing away', async () => {
    const silent = tone.map(() => 0)
    const turned = tone.map((x) => -x)
    for (const [channels, said] of [
      [[tone, silent], 'dead-channel'],
      [[silent, tone], 'dead-channel'],
      [[tone, turned], 'opposite-channels'],
      [[tone, tone], null],
    ] as const) {
      const read = await readSound(await wav(channels))
      if (!read.ok) throw new Error(read.why)
      expect(read.channels).toBe(said)
      const { samples } = read.sound
      const off = samples.map((x, j) => Math.abs(Math.abs(x) - Math.abs(tone[j] ?? 9)))
      expect(Math.max(...off)).toBeLessThan(1e-3)
    }
  })

  test('how channels go together is decided by what sounds, and what came before it is kept', () => {
    const mono = new Mono(100, 0, 10_000)
    const loud = (size: number) => new Float32Array(100).fill(size)
    for (let i = 0; i < 4; i++) mono.add([loud(0), loud(0)])
    for (let i = 0; i < 8; i++) mono.add([loud(0.5), loud(0)])
    const { sound, channels } = mono.read
    expect(channels).toBe('dead-channel')
    expect([...sound.samples]).toEqual([
      ...Array.from({ length: 400 }, () => 0),
      ...Array.from({ length: 800 }, () => 0.5),
    ])
    expect(() => {
      mono.add([new Float32Array(9000), new Float32Array(9000)])
    }).toThrow(TooMuchSound)
  })

  test('at 96 and 192 kHz every two samples are one until nothing is too much', async () => {
    for (const rate of [96_000, 192_000]) {
      const { samples, rate: read } = await soundOf(await wav([tone], 16, rate))
      expect(read).toBe(48_000)
      expect(samples).toHaveLength(tone.length / (rate / 48_000))
    }
  })

  test('as FLAC, sample by sample', async () => {
    const written = Array.from({ length: 192 }, (_, j) => Math.round(9000 * Math.sin(j / 5)))
    const { samples, rate } = await soundOf(flac(written))
    expect(rate).toBe(44_100)
    expect(samples).toHaveLength(192)
    written.forEach((s, j) => {
      expect(Math.abs((samples[j] ?? 9) - s / 32_768)).toBeLessThan(1e-4)
    })
  })
})

describe('what is none is refused, and asks for no memory', () => {
  const headed = async (change: (view: DataView) => void) => {
    const bytes = await wav([tone])
    change(new DataView(bytes.buffer))
    return readSound(bytes)
  }

  test.each([
    ['no channels', (v: DataView) => v.setUint16(22, 0, true), 'odd_sound'],
    ['65,535 channels', (v: DataView) => v.setUint16(22, 65_535, true), 'odd_sound'],
    ['a rate of four gigahertz', (v: DataView) => v.setUint32(24, 4e9, true), 'odd_sound'],
    ['a rate of nought', (v: DataView) => v.setUint32(24, 0, true), 'odd_sound'],
    ['a block that does not fit', (v: DataView) => v.setUint16(32, 1, true), 'odd_sound'],
    ['7 bits', (v: DataView) => v.setUint16(34, 7, true), 'odd_sound'],
    ['a code nobody knows', (v: DataView) => v.setUint16(20, 0x1234, true), 'not_sound'],
    ['packed samples', (v: DataView) => v.setUint16(20, 0x11, true), 'not_sound'],
    ['no samples', (v: DataView) => v.setUint32(40, 1, true), 'no_sound'],
  ] as const)('%s', async (_, change, why) => {
    expect(await headed(change)).toEqual({ ok: false, why })
  })

  test('floats that are no numbers', async () => {
    const broken = await wav([tone], 32)
    new DataView(broken.buffer).setFloat32(44 + 400, Number.NaN, true)
    expect(await readSound(broken)).toEqual({ ok: false, why: 'odd_sound' })
  })

  test('an empty file, a picture, half a head', async () => {
    for (const bytes of [
      new Uint8Array(),
      Uint8Array.from([0x89, 0x50, 0x4e, 0x47]),
      (await wav([tone])).slice(0, 20),
      Uint8Array.from(Buffer.from('fLaC and nothing more')),
    ]) {
      expect((await readSound(bytes)).ok).toBe(false)
    }
  })

  test('more than ten minutes', async () => {
    const eleven = await wav([new Float32Array(8000 * 660)], 16, 8000)
    expect(await readSound(eleven)).toEqual({ ok: false, why: 'sound_too_long' })
  })

  test('300 broken files: each is read or refused', async () => {
    const rng = seededRng(21)
    const whole = [await wav([tone]), flac(Array.from({ length: 192 }, (_, j) => 50 * j))]
    const seen = new Set<string>()
    for (let i = 0; i < 300; i++) {
      const bytes = Uint8Array.from(whole[i % 2] ?? [])
      const reach = rng() < 0.7 ? 60 : bytes.length
      for (let h = 0; h <= rng() * 5; h++)
        bytes[Math.floor(rng() * reach)] = Math.floor(rng() * 256)
      const cut = rng() < 0.3 ? bytes.slice(0, Math.floor(rng() * bytes.length)) : bytes
      const read = await readSound(cut)
      seen.add(read.ok ? 'read' : read.why)
    }
    expect(seen.has('read')).toBe(true)
    expect(seen.has('odd_sound')).toBe(true)
  })
})
