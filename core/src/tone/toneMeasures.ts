/** What a take of sound can be measured for, and how its tones are put together. */
import { wilson } from '../kit'
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
  'split-starts',
] as const
export type ToneMeasureName = (typeof TONE_MEASURES)[number]

/** One value of a take of sound. */
export type ToneMeasure = Measured<ToneMeasureName>

/** Tones from which on they are compared with each other by their mean. */
const COMPARED_FROM = 3
/** Tones below which their spread says nothing. */
const SPREAD_FROM = 4

/** The mean over tones: as unsure as each of them, or as they differ, whichever is more. */
function overTones(estimates: readonly Estimate[]): Estimate | null {
  const [first] = estimates
  if (!first) return null
  if (estimates.length === 1) return first
  const values = estimates.map((e) => e.value)
  const value = meanOf(values)
  // Two that differ differ: which of them is the player's nobody knows.
  if (estimates.length < COMPARED_FROM) {
    const low = Math.min(...estimates.map((e) => e.low))
    return { value, low, high: Math.max(...estimates.map((e) => e.high)) }
  }
  const within = (side: (e: Estimate) => number) =>
    Math.sqrt(estimates.reduce((sum, e) => sum + (side(e) - e.value) ** 2, 0)) / estimates.length
  const between = meanEstimate(values).high - value
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

/** A share of so many with Wilson's interval. */
function shareEstimate(of: number, count: number): Estimate {
  const { low, high } = wilson(of, count)
  return { value: of / count, low, high }
}

/** A jump that is there this soon after the beginning splits the start, seconds; common practice, no source. */
const START_S = 0.12

/** Stretches of sound that are looked at for air as if each were by itself, seconds. */
const AIR_EVERY_S = 0.5

/** A waver with its doubt, which is our choice: its rate to a tenth of a wave over the tone, its extent to a tenth. */
function wavers(notes: readonly ToneNote[], of: 'rate' | 'cents'): readonly Estimate[] {
  return notes.flatMap(({ waver, from, to }) => {
    if (!waver) return []
    const doubt = of === 'rate' ? 0.1 / (to - from) : 0.1 * waver.cents
    const value = waver[of]
    return [{ value, low: value - doubt, high: value + doubt }]
  })
}

/** What two blocks of levels cannot tell of a rise, ms. */
const BLOCKS_MS = 10

/** Whether the tone began as another one. */
function isSplit({ from, jumps }: ToneNote): boolean {
  return jumps.some((j) => j.from - from <= START_S)
}

/** The beginnings of the tones, with what a frame and a block cannot tell; before a split one there is no noise. */
function beginnings(notes: readonly ToneNote[], of: 'riseMs' | 'speaksMs'): readonly Estimate[] {
  return notes.flatMap((note) => {
    const { beginning } = note
    const value = beginning?.[of] ?? null
    if (!beginning || value === null || (of === 'speaksMs' && isSplit(note))) return []
    const doubt = of === 'riseMs' ? BLOCKS_MS : beginning.doubtMs
    return [{ value, low: Math.max(0, value - doubt), high: value + doubt }]
  })
}

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

type Picked =
  | 'cents'
  | 'drift'
  | 'unsteady'
  | 'breath'
  | 'brightness'
  | 'brightnessChange'
  | 'level'
  | 'levelUnsteady'
  | 'decay'

/** The tones of a take, put together name by name. */
class Tones {
  constructor(readonly notes: readonly ToneNote[]) {}

  private of(what: Picked): readonly Estimate[] {
    return this.notes.flatMap((n) => {
      const found = n[what]
      return found ? [found] : []
    })
  }

  values(what: Picked): readonly number[] {
    return this.of(what).map((e) => e.value)
  }

  row(
    name: ToneMeasureName,
    unit: Unit,
    found: Estimate | null,
    count = this.notes.length,
  ): readonly ToneMeasure[] {
    if (!found) return []
    const low = NEVER_BELOW.has(name) ? Math.max(0, found.low) : found.low
    return [{ name, unit, count, ...found, low }]
  }

  over(name: ToneMeasureName, unit: Unit, what: Picked): readonly ToneMeasure[] {
    const all = this.of(what)
    return this.row(name, unit, overTones(all), all.length)
  }

  spread(name: ToneMeasureName, unit: Unit, values: readonly number[]): readonly ToneMeasure[] {
    return this.row(name, unit, spreadOver(values))
  }
}

/** What is told of the tones of a take. */
export function toneMeasures(
  notes: readonly ToneNote[],
  comparable: boolean,
): readonly ToneMeasure[] {
  const tones = new Tones(notes)
  return [
    ...(comparable ? tones.over('pitch', 'cents', 'cents') : []),
    ...tones.spread('pitch-spread', 'cents', tones.values('cents')),
    ...tones.over('pitch-drift', 'cents-per-second', 'drift'),
    ...tones.over('pitch-unsteady', 'cents', 'unsteady'),
    ...tones.row('waver-rate', 'per-second', overTones(wavers(notes, 'rate'))),
    ...tones.row('waver-extent', 'cents', overTones(wavers(notes, 'cents'))),
    ...coloured(tones),
    ...tones.row('rise', 'ms', overTones(beginnings(notes, 'riseMs'))),
    ...tones.row('speaks-after', 'ms', overTones(beginnings(notes, 'speaksMs'))),
    ...counted(tones),
  ]
}

/** How much of the time is air, and how many tones squeak. */
function counted(tones: Tones): readonly ToneMeasure[] {
  const { notes } = tones
  const time = notes.reduce((sum, n) => sum + n.to - n.from, 0)
  const air = notes.reduce((sum, n) => sum + n.airShare * (n.to - n.from), 0) / time
  const stretches = Math.max(1, Math.round(time / AIR_EVERY_S))
  const squeaking = notes.filter((n) => n.jumps.length > 0).length
  const splitting = notes.filter(isSplit).length
  return [
    ...tones.row('air', 'share', shareEstimate(air * stretches, stretches)),
    ...tones.row('squeaks', 'share', shareEstimate(squeaking, notes.length)),
    ...tones.row('split-starts', 'share', shareEstimate(splitting, notes.length)),
  ]
}

/** Breath, colour and level. */
function coloured(tones: Tones): readonly ToneMeasure[] {
  const logs = tones.values('brightness').map((b) => Math.log(b))
  return [
    ...tones.over('breath', 'dB', 'breath'),
    ...tones.over('brightness', 'times', 'brightness'),
    ...tones.over('brightness-change', 'share', 'brightnessChange'),
    ...tones.spread('brightness-spread', 'share', logs),
    ...tones.over('level', 'dB', 'level'),
    ...tones.over('level-unsteady', 'dB', 'levelUnsteady'),
    ...tones.spread('level-spread', 'dB', tones.values('level')),
    ...tones.over('decay', 'dB-per-second', 'decay'),
  ]
}
