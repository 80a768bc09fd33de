/** What the device and the room did to the sound, where it can be heard, and what nobody can measure then. */
import { medianOf } from '../measure'
import { BLOCK_S } from './levels'
import type { Stretch } from './levels'
import type { Sound } from './sound'
import type { ToneMeasureName } from './toneMeasures'
import { Transform } from './transform'

/** Cut off at its limit, the band of a telephone, eight bits, a gain that follows the loudness; and a room as loud as the breath. */
export const DEVICE_TRACES = [
  'cut-off',
  'narrow-band',
  'few-bits',
  'gain-follows',
  'room-noise',
] as const
export type DeviceTrace = (typeof DEVICE_TRACES)[number]

/** What the channels of a recording show: one is dead, or wired the wrong way round. It is put right as it is read. */
export type ChannelTrace = 'dead-channel' | 'opposite-channels'

const LEVELS: readonly ToneMeasureName[] = ['level', 'level-unsteady', 'level-spread', 'decay']
const COLOURS: readonly ToneMeasureName[] = [
  'brightness',
  'brightness-change',
  'brightness-spread',
  'breath',
]

/** Which measures each makes impossible: they are not taken, and the screen says why. */
export const PREVENTED_BY: Readonly<Record<DeviceTrace, readonly ToneMeasureName[]>> = {
  'cut-off': [...COLOURS, ...LEVELS, 'rise'],
  'narrow-band': [...COLOURS, 'level', 'level-spread'],
  'few-bits': COLOURS,
  'gain-follows': [...LEVELS, 'rise'],
  'room-noise': COLOURS,
}

/** What another key changes by itself: how loud and how bright the same player is there nobody knows. */
export const PREVENTED_ELSEWHERE: readonly ToneMeasureName[] = ['level', 'brightness']

/** Cut off more than this share of the samples, and neither colour nor level is the player's. */
const CUT_OFF_MOST = 0.0005
/** Of the largest, samples from here on lie at the top. */
const AT_TOP = 0.98
/** One step of sixteen bits. */
const STEP_16 = 1 / 32_768
/** The lowest tone there is, Hz: its tops are the flattest. */
const LOWEST_HZ = 38
/** A flat place has at least so many samples in a row, and twice as many as the lowest tone would have by itself. */
const IN_A_ROW = 5

/** Share of the samples that lie in flat places at the very top: the device could not follow, however it was scaled since. */
export function cutOffShare({ samples, rate }: Sound): number {
  const peak = peakOf(samples)
  if (peak === 0) return 0
  // 1 − cos of the angle from the top is the step over the peak: so many samples are alike by themselves.
  const angle = Math.acos(Math.max(-1, 1 - STEP_16 / peak))
  const byItself = (2 * angle * rate) / (2 * Math.PI * LOWEST_HZ)
  const least = Math.max(IN_A_ROW, 2 * byItself)
  const top = AT_TOP * peak
  let flat = 0
  for (let j = 0; j < samples.length; j++) {
    const first = samples[j] ?? 0
    // Hardly any sample lies at the top: the rest is passed over quickly.
    if (first < top && first > -top) continue
    let end = j + 1
    while (end < samples.length && Math.abs((samples[end] ?? 0) - first) <= STEP_16) end += 1
    if (end - j >= least) flat += end - j
    j = end - 1
  }
  return flat / samples.length
}

function peakOf(samples: Float32Array): number {
  let [low, high] = [0, 0]
  for (let j = 0; j < samples.length; j++) {
    const x = samples[j] ?? 0
    if (x < low) low = x
    else if (x > high) high = x
  }
  return Math.max(-low, high)
}

/** Values that eight bits have. */
const FEW_VALUES = 256
/** A shorter sound, or a silence, may do with as few, samples. */
const VALUES_OF = 4000

/** Whether all samples have no more values than eight bits, however they were scaled since. */
function hasFewBits({ samples }: Sound): boolean {
  const values = new Set<number>()
  let sounding = 0
  for (const x of samples) {
    if (x !== 0) sounding += 1
    values.add(x)
    if (values.size > FEW_VALUES) return false
  }
  return sounding > VALUES_OF
}

/** Below this rate nothing above the band of a telephone can be in the file. */
const NARROW_RATE = 12_000
/** Looked at within the band of a telephone and above it, Hz (300 to 3400 Hz; ITU-T G.712). */
const WITHIN_HZ = { from: 1500, to: 3000 } as const
const ABOVE_HZ = { from: 5000, to: 7000 } as const
const SPECTRUM_S = 0.02
/** Noise in a room falls by a few dB there, behind the edge of a telephone by this much at least, dB; our choice. */
const EDGE_DB = 20

/** So little is no room, but the silence of numbers: power of one frequency. */
const NO_ROOM = 1e-13

/** Whether the room, heard where nobody plays, ends at the edge of a band; no room does. */
function isNarrow({ samples, rate }: Sound, sounding: readonly Stretch[]): boolean {
  if (rate < NARROW_RATE) return true
  const size = 2 ** Math.round(Math.log2(SPECTRUM_S * rate))
  if (samples.length < size || rate < 2 * ABOVE_HZ.to) return false
  const transform = new Transform(size)
  const frame = new Float64Array(size)
  const bin = (hz: number) => Math.round((hz * size) / rate)
  const mean = (magnitudes: Float64Array, band: { from: number; to: number }) => {
    let sum = 0
    for (let k = bin(band.from); k <= bin(band.to); k++) sum += (magnitudes[k] ?? 0) ** 2
    return sum / (bin(band.to) - bin(band.from) + 1)
  }
  const isQuiet = (at: number) => !sounding.some((s) => at > s.from - 0.1 && at < s.to + 0.1)
  const drops: number[] = []
  for (let from = 0; from + size <= samples.length; from += size) {
    if (!isQuiet((from + size / 2) / rate)) continue
    for (let j = 0; j < size; j++) {
      frame[j] = (samples[from + j] ?? 0) * (0.5 - 0.5 * Math.cos((2 * Math.PI * j) / size))
    }
    const magnitudes = transform.spectrum(frame)
    const [within, above] = [mean(magnitudes, WITHIN_HZ), mean(magnitudes, ABOVE_HZ)]
    if (within / size > NO_ROOM) drops.push(10 * Math.log10(within / Math.max(above, 1e-30)))
  }
  return drops.length > 0 && medianOf(drops) >= EDGE_DB
}

/** Noise of the room straight after a tone and a while later, seconds after it. */
const AFTER = { soon: [0.15, 0.3], later: [0.5, 2] } as const
/** A room grows softer when nobody plays; a gain that follows makes it louder by this much at least, dB; our choice. */
const GROWS_DB = 8
/** Softer than this there is no room, but the silence of numbers, dB. */
const NOTHING_DB = -100
/** A room is as loud in all its blocks, but for so much, dB. */
const EVEN_DB = 4

const quantile = (sorted: readonly number[], share: number) =>
  sorted[Math.floor(share * (sorted.length - 1))] ?? Number.NaN

function middleOf(levels: Float32Array, from: number, to: number) {
  const part = Array.from(
    levels.subarray(Math.max(0, Math.round(from / BLOCK_S)), Math.max(0, Math.round(to / BLOCK_S))),
  ).sort((a, b) => a - b)
  const spread = quantile(part, 0.9) - quantile(part, 0.1)
  if (part.length < 10 || quantile(part, 0.5) < NOTHING_DB) return null
  return { db: quantile(part, 0.5), even: spread <= 2 * EVEN_DB }
}

/** Whether the room comes up by itself once a tone is over, or was louder before the first than after the last. */
function gainFollows(levels: Float32Array, sounding: readonly Stretch[]): boolean {
  const first = sounding[0]
  const last = sounding.at(-1)
  if (!first || !last) return false
  const end = levels.length * BLOCK_S
  const rises = sounding.some(({ to }, i) => {
    const until = Math.min(sounding[i + 1]?.from ?? end, to + AFTER.later[1])
    if (until - to < AFTER.later[0] + 0.2) return false
    const soon = middleOf(levels, to + AFTER.soon[0], to + AFTER.soon[1])
    const later = middleOf(levels, until - 0.2, until - 0.02)
    return soon !== null && later !== null && later.even && later.db - soon.db >= GROWS_DB
  })
  const before = middleOf(levels, 0, first.from - 0.05)
  const after = middleOf(levels, last.to + AFTER.soon[0], last.to + AFTER.soon[1] + 0.2)
  const sinks = before !== null && after !== null && before.even && before.db - after.db >= GROWS_DB
  return rises || sinks
}

/** So much has to lie between the tones and the room for their colour to be theirs, dB; our choice. */
const COLOUR_ABOVE_ROOM_DB = 25
/** A breath this near to what the room alone would leave is a decibel and more the room's (a fifth of the noise: 7 dB). */
const BREATH_BELOW_ROOM_DB = 7
const NEAR_TONE_S = 0.1

/** How loud the room is where nothing sounds, dB; null where something sounds all the time. */
export function roomLevel(levels: Float32Array, sounding: readonly Stretch[]): number | null {
  const near = new Uint8Array(levels.length)
  const block = (s: number) => Math.max(0, Math.round(s / BLOCK_S))
  for (const { from, to } of sounding) {
    near.fill(1, block(from - NEAR_TONE_S), block(to + NEAR_TONE_S))
  }
  const quiet = Array.from(levels).filter((_, b) => near[b] === 0)
  return quiet.length < 10 ? null : medianOf(quiet)
}

/** Whether the room is so loud beside tones of that level and breath that neither breath nor colour is the player's. */
export function isRoomHeard(
  room: number | null,
  tones: readonly { readonly level: number; readonly breath: number | null }[],
): boolean {
  if (room === null || tones.length === 0) return false
  const above = medianOf(tones.map((t) => t.level)) - room
  const breaths = tones.flatMap((t) => t.breath ?? [])
  const nearly = breaths.length > 0 && medianOf(breaths) > above - BREATH_BELOW_ROOM_DB
  return above < COLOUR_ABOVE_ROOM_DB || nearly
}

/** What can be heard of the device in a sound. */
export function deviceTraces(
  sound: Sound,
  levels: Float32Array,
  sounding: readonly Stretch[],
): readonly DeviceTrace[] {
  const fewBits = hasFewBits(sound)
  return [
    // Of so few values many in a row are alike.
    ...(!fewBits && cutOffShare(sound) > CUT_OFF_MOST ? (['cut-off'] as const) : []),
    ...(isNarrow(sound, sounding) ? (['narrow-band'] as const) : []),
    ...(fewBits ? (['few-bits'] as const) : []),
    ...(gainFollows(levels, sounding) ? (['gain-follows'] as const) : []),
  ]
}
