/** Played takes with known truth, read and compared measure by measure. */
import { readFileSync } from 'node:fs'
import { basename, join } from 'node:path'
import { isObject } from '@vein-mend/core/kit'
import { measureOf } from '@vein-mend/core/measure'
import { measureRoll, measureTiming, toldBy } from '@vein-mend/core/timing'
import type { AskedNote, Measure, MeasureName, PlayedNote, Tell } from '@vein-mend/core/timing'
import { readPlayed } from '../measuring'
import type { Played } from '../measuring'
import type { Judged } from './judged'

interface CaseNote {
  readonly hand: 'R' | 'L'
  readonly pitch: number
  readonly finger?: number | null
  readonly grid: number
  readonly on: number
  readonly off: number
  readonly vel: number
}

interface Case {
  readonly file: string
  readonly kind: string
  readonly injected: Readonly<Record<string, unknown>>
  readonly realised: Readonly<Record<string, number | undefined>>
  readonly notes: readonly CaseNote[]
}

/** What a value of the truth is called with us, in which unit, and by how much to multiply ours. */
const TRUTHS: readonly (readonly [
  truth: string,
  ours: MeasureName,
  unit: string,
  ours2theirs: (value: number) => number,
])[] = [
  ['sd_ioi_ms', 'unevenness', 'ms', (x) => x],
  ['sd_vs_fitted_line_ms', 'jitter', 'ms', (x) => x],
  ['thumb_minus_others_vel', 'thumb-accent', 'velocity', (x) => x],
  ['mean_overlap_ms', 'overlap', 'ms', (x) => x],
  ['sd_overlap_ms', 'overlap-spread', 'ms', (x) => x],
  ['mean_duration_ratio', 'sounding-share', 'share', (x) => x],
  ['left_minus_right_mean_ms', 'hands-apart', 'ms', (x) => x],
  ['left_minus_right_sd_ms', 'hands-apart-spread', 'ms', (x) => x],
  ['fitted_tempo_change_pct', 'tempo-drift', '%', (x) => 100 * x],
  ['rate_hz', 'roll-rate', 'strokes/s', (x) => x],
  ['first_gap_share', 'roll-swing', 'share', (x) => x],
  ['left_minus_right_vel', 'roll-hands-accent', 'velocity', (x) => x],
]
/** Truths that stand under what was put in and not under what came of it. */
const INJECTED: typeof TRUTHS = [
  ['two_intervals_before_last_pre_thumb_note', 'rush-before-crossing', 'share', (x) => x],
  ['crossing_interval', 'wait-at-crossing', 'share', (x) => x],
]
const ROLL = 'mallet-roll'

/** What may be told of a take of that kind; everything else would be false. Jitter and accents are told by their size. */
const MAY_TELL: Readonly<Record<string, readonly Tell[]>> = {
  jitter: ['uneven'],
  'rush-before-thumb': ['uneven', 'rushes-before-crossing', 'waits-at-crossing'],
  'thumb-accent': ['heavy-thumb'],
  articulation: ['gaps', 'sticks'],
  'hands-together': ['left-late', 'hands-scatter'],
  'tempo-drift': ['uneven', 'speeds-up', 'slows-down'],
  'mallet-roll': ['uneven-roll', 'swinging-roll', 'lame-hand'],
}

/** Each hand's notes lie on its own row of places: only their order is asked, and not the time that was put in. */
function askedOf(notes: readonly CaseNote[]): readonly AskedNote[] {
  const places = { R: 0, L: 0 }
  return notes.map(({ hand, pitch, finger }) => ({
    midi: pitch,
    hand: hand === 'L' ? 'left' : 'right',
    finger: finger ?? null,
    beat: places[hand]++,
    joined: false,
  }))
}

/** The notes as they were read beside those that were written: the furthest off of all of them. */
function readingOf({ file, notes }: Case, played: readonly PlayedNote[]): readonly Judged[] {
  const written = [...notes].sort((a, b) => a.on - b.on || a.pitch - b.pitch)
  const same =
    written.length === played.length && written.every((n, i) => n.pitch === played[i]?.midi)
  const furthest = (of: (n: CaseNote, p: PlayedNote) => number) =>
    same ? Math.max(...played.map((p, i) => Math.abs(of(written[i] as CaseNote, p)))) : null
  const row = (measure: string, unit: string, error: number | null): Judged => ({
    file,
    measure,
    unit,
    truth: 0,
    error,
    falseFinds: 0,
  })
  return [
    row(
      'read: onset',
      'ms',
      furthest((n, p) => p.onMs - n.on),
    ),
    row(
      'read: release',
      'ms',
      furthest((n, p) => p.offMs - n.off),
    ),
    row(
      'read: velocity',
      'velocity',
      furthest((n, p) => p.velocity - n.vel),
    ),
  ]
}

function measured(kind: string, notes: readonly CaseNote[], played: Played): readonly Measure[] {
  if (!played.ok) return []
  return kind === ROLL
    ? measureRoll(played.notes)
    : measureTiming(played.notes, askedOf(notes)).measures
}

function judge(folder: string, one: Case): readonly Judged[] {
  // The name comes from a file nobody here has seen: it stays in its folder.
  const played = readPlayed(readFileSync(join(folder, basename(one.file))))
  const measures = measured(one.kind, one.notes, played)
  const may = MAY_TELL[one.kind] ?? []
  const wrongly = toldBy(measures).filter((tell) => !may.includes(tell))
  const compare = (truths: typeof TRUTHS, values: Case['injected']) =>
    truths.flatMap(([name, ours, unit, ours2theirs]): readonly Judged[] => {
      const truth = values[name]
      if (typeof truth !== 'number') return []
      const found = measureOf(measures, ours)
      const error = found ? ours2theirs(found.value) - truth : null
      return [{ file: one.file, measure: ours, unit, truth, error, falseFinds: 0 }]
    })
  const told = wrongly.map((tell): Judged => ({
    file: one.file,
    measure: `told: ${tell}`,
    unit: '',
    truth: 0,
    error: 0,
    falseFinds: 1,
  }))
  return [
    ...readingOf(one, played.ok ? played.notes : []),
    ...compare(TRUTHS, one.realised),
    ...compare(INJECTED, one.injected),
    ...told,
  ]
}

function isCase(value: unknown): value is Case {
  return (
    isObject(value) &&
    typeof value.file === 'string' &&
    typeof value.kind === 'string' &&
    isObject(value.injected) &&
    isObject(value.realised) &&
    Array.isArray(value.notes)
  )
}

/** Every take of the folder beside its truth, or why the list cannot be read. */
export function judgeMidi(
  folder: string,
  list: unknown,
): { readonly ok: true; readonly value: readonly Judged[] } | { readonly ok: false; why: string } {
  const cases = isObject(list) ? list.cases : null
  if (!Array.isArray(cases)) return { ok: false, why: 'no list of cases' }
  const odd = cases.findIndex((c) => !isCase(c))
  if (odd >= 0) return { ok: false, why: `case ${odd + 1} is not one` }
  return { ok: true, value: (cases as readonly Case[]).flatMap((c) => judge(folder, c)) }
}
