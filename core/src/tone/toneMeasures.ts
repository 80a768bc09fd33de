/** What a take of sound can be measured for, and how its tones are put together. */
import { meanEstimate, meanOf, sdEstimate } from '../measure'
import type { Estimate, Measured, Unit } from '../measure'
import type { ToneNote } from './toneNote'

/** Everything a take of sound can be measured for, besides its timing. */
export const TONE_MEASURES = [
  'pitch',
  'pitch-spread',
  'pitch-drift',
  'pitch-unsteady',
  'waver-rate',
  'waver-extent',
  'breath',
  'brightness',
  'brightness-change',
  'brightness-spread',
  'level',
  'level-unsteady',
  'level-spread',
  'decay',
  'rise',
  'speaks-after',
  'air',
  'squeaks',
] as const
export type ToneMeasureName = (typeof TONE_MEASURES)[number]

/** One value of a take of sound. */
export type ToneMeasure = Measured<ToneMeasureName>

/** Tones from which on they are compared with each other. */
const COMPARED_FROM = 3
/** Tones below which their spread says nothing. */
const SPREAD_FROM = 4

/** The mean over tones: as unsure as each of them, or as they differ, whichever is more. */
export function overTones(estimates: readonly Estimate[]): Estimate | null {
  const [first] = estimates
  if (!first) return null
  if (estimates.length === 1) return first
  const values = estimates.map((e) => e.value)
  const value = meanOf(values)
  const within = (side: (e: Estimate) => number) =>
    Math.sqrt(estimates.reduce((sum, e) => sum + (side(e) - e.value) ** 2, 0)) / estimates.length
  const between = estimates.length >= COMPARED_FROM ? meanEstimate(values).high - value : 0
  return {
    value,
    low:
      value -
      Math.max(
        between,
        within((e) => e.low),
      ),
    high:
      value +
      Math.max(
        between,
        within((e) => e.high),
      ),
  }
}

/** How far tones lie from each other. */
function spreadOver(values: readonly number[]): Estimate | null {
  if (values.length < SPREAD_FROM) return null
  const mean = meanOf(values)
  return sdEstimate(
    values.map((v) => v - mean),
    1,
  )
}

const exactly = (value: number): Estimate => ({ value, low: value, high: value })

/** A waver is told with the doubt of its own scatter: half of it each way for one, by their difference for more. */
function wavers(notes: readonly ToneNote[], of: 'rate' | 'cents'): readonly Estimate[] {
  return notes.flatMap(({ waver, from, to }) => {
    if (!waver) return []
    // A rate is known to about a tenth of a wave over the length of the tone; an extent to a tenth of itself.
    const doubt = of === 'rate' ? 0.1 / (to - from) : 0.1 * waver.cents
    const value = waver[of]
    return [{ value, low: value - doubt, high: value + doubt }]
  })
}

/** The beginnings of the tones, with what a frame and a block cannot tell. */
function beginnings(notes: readonly ToneNote[], of: 'riseMs' | 'speaksMs'): readonly Estimate[] {
  const BLOCKS_MS = 10
  return notes.flatMap(({ beginning }) => {
    const value = beginning?.[of] ?? null
    if (!beginning || value === null) return []
    const doubt = of === 'riseMs' ? BLOCKS_MS : beginning.doubtMs
    return [{ value, low: Math.max(0, value - doubt), high: value + doubt }]
  })
}

type Picked = 'cents' | 'drift' | 'unsteady' | 'breath' | 'brightness' | 'brightnessChange'
type PickedLevel = 'level' | 'levelUnsteady' | 'decay'

/** Lengths, scatters and counts: never below nought. */
const NEVER_BELOW: ReadonlySet<ToneMeasureName> = new Set([
  'pitch-spread',
  'pitch-unsteady',
  'waver-rate',
  'waver-extent',
  'level-unsteady',
  'rise',
  'speaks-after',
] as const)

/** What is told of the tones of a take; where the device cut them off, nothing of colour, breath and level. */
export function toneMeasures(
  notes: readonly ToneNote[],
  clipped: boolean,
  comparable: boolean,
): readonly ToneMeasure[] {
  const has = (of: Picked | PickedLevel) =>
    notes.flatMap((n) => {
      const found = n[of]
      return found ? [found] : []
    })
  const row = (name: ToneMeasureName, unit: Unit, found: Estimate | null, count = notes.length) =>
    found
      ? [
          {
            name,
            unit,
            count,
            ...found,
            ...(NEVER_BELOW.has(name) ? { low: Math.max(0, found.low) } : {}),
          },
        ]
      : []
  const over = (name: ToneMeasureName, unit: Unit, of: Picked | PickedLevel) =>
    row(name, unit, overTones(has(of)), has(of).length)
  const values = (of: Picked | PickedLevel) => has(of).map((e) => e.value)
  const time = notes.reduce((sum, n) => sum + n.to - n.from, 0)
  const air = notes.reduce((sum, n) => sum + n.airShare * (n.to - n.from), 0) / time
  return [
    ...(comparable ? over('pitch', 'cents', 'cents') : []),
    ...row('pitch-spread', 'cents', spreadOver(values('cents'))),
    ...over('pitch-drift', 'cents-per-second', 'drift'),
    ...over('pitch-unsteady', 'cents', 'unsteady'),
    ...row('waver-rate', 'per-second', overTones(wavers(notes, 'rate'))),
    ...row('waver-extent', 'cents', overTones(wavers(notes, 'cents'))),
    ...(clipped ? [] : coloured(over, row, values)),
    ...row('rise', 'ms', overTones(beginnings(notes, 'riseMs'))),
    ...row('speaks-after', 'ms', overTones(beginnings(notes, 'speaksMs'))),
    ...row('air', 'share', exactly(air)),
    ...row('squeaks', 'notes', exactly(notes.reduce((sum, n) => sum + n.jumps.length, 0))),
  ]
}

/** Breath, colour and level. */
function coloured(
  over: (name: ToneMeasureName, unit: Unit, of: Picked | PickedLevel) => readonly ToneMeasure[],
  row: (name: ToneMeasureName, unit: Unit, found: Estimate | null) => readonly ToneMeasure[],
  values: (of: Picked | PickedLevel) => readonly number[],
): readonly ToneMeasure[] {
  const logs = values('brightness').map((b) => Math.log(b))
  return [
    ...over('breath', 'dB', 'breath'),
    ...over('brightness', 'times', 'brightness'),
    ...over('brightness-change', 'share', 'brightnessChange'),
    ...row('brightness-spread', 'share', spreadOver(logs)),
    ...over('level', 'dB', 'level'),
    ...over('level-unsteady', 'dB', 'levelUnsteady'),
    ...row('level-spread', 'dB', spreadOver(values('level'))),
    ...over('decay', 'dB-per-second', 'decay'),
  ]
}
