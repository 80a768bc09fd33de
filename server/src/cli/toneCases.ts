/** Recorded tones and runs with known truth, measured and compared measure by measure. */
import { readFileSync } from 'node:fs'
import { basename, join } from 'node:path'
import { isObject } from '@vein-mend/core/kit'
import { halved, measureTone, onsetsOf } from '@vein-mend/core/tone'
import type { Sounding, Tone, ToneNote } from '@vein-mend/core/tone'
import { readPlayed, readSound } from '../measuring'
import type { Judged } from './judged'

interface ToneCase {
  readonly file: string
  readonly instrument: string
  readonly kind: string
  readonly nominal_midi: number
  readonly variant: string
  readonly truth: Readonly<Record<string, unknown>>
  readonly praat?: Readonly<Record<string, unknown>>
}

interface Measured {
  readonly one: ToneCase
  readonly tone: Tone
  readonly note: ToneNote | null
}

const STRUCK = 'struck-or-plucked'
/** The lowest note of a piano has partials that are no multiples: its pitch is a matter of where one listens. */
const STRETCHED = { instrument: 'piano', below: 40 } as const
const A4 = 440

const number = (value: unknown): number | null => (typeof value === 'number' ? value : null)

async function measure(folder: string, one: ToneCase): Promise<Measured | null> {
  // The name comes from a file nobody here has seen: it stays in its folder.
  const read = await readSound(readFileSync(join(folder, basename(one.file))))
  if (!read.ok) return null
  const note = { midi: one.nominal_midi, hand: null, finger: null, beat: 0, joined: false }
  const sounding: Sounding = one.kind === STRUCK ? 'struck' : 'sustained'
  const tone = measureTone(read.sound, { notes: [note], sounding, a4: A4 })
  const longest = [...tone.notes].sort((a, b) => b.to - b.from - (a.to - a.from))
  return { one, tone, note: longest[0] ?? null }
}

type Row = Omit<Judged, 'file' | 'falseFinds'> & { readonly falseFinds?: number }

/** Pitch, which is known of every tone but a squeak. */
function pitchRows({ one, note }: Measured): readonly Row[] {
  const truth = number(one.truth.expected_median_cents)
  if (truth === null || one.truth.cents_after !== undefined) return []
  const error = note?.cents ? note.cents.value - truth : null
  const struck = one.kind === STRUCK
  const noisy = number(one.truth.snr_db) === 0
  const stretched = one.instrument === STRETCHED.instrument && one.nominal_midi < STRETCHED.below
  const name = stretched
    ? 'pitch: lowest piano'
    : noisy
      ? `pitch: noise as loud, ${struck ? 'struck' : 'kept up'}`
      : 'pitch'
  return [{ measure: name, unit: 'cents', truth, error }]
}

/** What was put in, against the same instrument's own clean tone. */
function changeRows({ one, note }: Measured, clean: ToneNote | null): readonly Row[] {
  const { truth } = one
  if (!note || !clean) return []
  const row = (
    name: string,
    unit: string,
    asked: unknown,
    found: number | null | undefined,
  ): Row[] => {
    const value = number(asked)
    return value === null
      ? []
      : [{ measure: name, unit, truth: value, error: found == null ? null : found - value }]
  }
  const less = (of: 'cents' | 'level' | 'drift') => {
    const [now, own] = [note[of], clean[of]]
    return now && own ? now.value - own.value : null
  }
  const plain = truth.wobble_hz === undefined && truth.squeak_at_s === undefined
  const steady = plain && truth.slope_cents_per_s === undefined
  return [
    ...(steady && truth.cents !== 0
      ? row('pitch: change from clean', 'cents', truth.cents, less('cents'))
      : []),
    ...row('level: change from clean', 'dB', truth.gain_db, less('level')),
    ...row('drift', 'cents/s', truth.slope_cents_per_s, less('drift')),
    ...row('waver: rate', 'Hz', truth.wobble_hz, note.waver?.rate),
    ...row('waver: extent', 'cents', truth.wobble_cents_peak, note.waver?.cents),
    ...(truth.wobble_hz === undefined
      ? []
      : row(
          'waver: deviation',
          'cents',
          Math.hypot(number(truth.f0_sd_cents_added) ?? 0, clean.unsteady?.value ?? 0),
          note.unsteady?.value,
        )),
  ]
}

/** Squeaks: found at their time and partial, and none where there is none. */
function squeakRows({ one, note }: Measured): readonly Row[] {
  const at = number(one.truth.squeak_at_s)
  const after = number(one.truth.cents_after)
  if (at === null || after === null) {
    const wrongly = note?.jumps.length ?? 0
    return wrongly === 0
      ? []
      : [{ measure: 'squeak: where there is none', unit: '', truth: 0, error: 0, falseFinds: 1 }]
  }
  const base = number(one.truth.base_offset_cents) ?? 0
  const begins = (number(one.truth.note_on_s) ?? 0) + at
  const jump = note?.jumps.find((j) => Math.abs(1200 * Math.log2(j.times) - after) < 100)
  const within = note?.points.filter((p) => p.times > 1.5 && p.cents !== null) ?? []
  const middle = within.map((p) => p.cents ?? 0).sort((a, b) => a - b)[within.length >> 1]
  return [
    {
      measure: 'squeak: begins',
      unit: 's',
      truth: begins,
      error: jump ? jump.from - begins : null,
    },
    {
      measure: 'squeak: pitch before',
      unit: 'cents',
      truth: base,
      error: note?.cents ? note.cents.value - base : null,
    },
    {
      measure: 'squeak: pitch after',
      unit: 'cents',
      truth: base + after,
      error: middle === undefined ? null : middle - base - after,
    },
  ]
}

/** Breath beside another program's harmonics-to-noise, and every tone in its order. */
function breathRows({ one, note }: Measured, clean: ToneNote | null): readonly Row[] {
  const airy = number(one.truth.snr_db)
  if (airy === null || one.kind === STRUCK) return []
  const theirs = number(one.praat?.hnr_db)
  const own = note?.breath?.value ?? null
  const ordered = own !== null && (clean?.breath?.value ?? 0) > own
  return [
    ...(theirs === null
      ? []
      : [
          {
            measure: 'breath: noise put in',
            unit: 'dB',
            truth: theirs,
            error: own === null ? null : own - theirs,
          },
        ]),
    {
      measure: 'breath: below the clean tone',
      unit: '',
      truth: 0,
      error: ordered ? 0 : null,
    },
  ]
}

/** Muffled is darker, or nobody can tell. */
function colourRows({ one, note }: Measured, clean: ToneNote | null): readonly Row[] {
  if (one.truth.lowpass_hz === undefined) return []
  const ratio =
    note?.brightness && clean?.brightness ? note.brightness.value / clean.brightness.value : null
  return [
    {
      measure: 'muffled: darker',
      unit: '',
      truth: 0,
      error: ratio !== null && ratio < 0.95 ? 0 : null,
    },
  ]
}

const isToneCase = (value: unknown): value is ToneCase =>
  isObject(value) &&
  typeof value.file === 'string' &&
  typeof value.instrument === 'string' &&
  typeof value.kind === 'string' &&
  typeof value.nominal_midi === 'number' &&
  typeof value.variant === 'string' &&
  isObject(value.truth)

type Outcome =
  { readonly ok: true; readonly value: readonly Judged[] } | { readonly ok: false; why: string }

function listOf<T>(list: unknown, is: (value: unknown) => value is T): readonly T[] | string {
  const cases: unknown = isObject(list) ? list.cases : null
  if (!Array.isArray(cases)) return 'no list of cases'
  const odd = cases.findIndex((c) => !is(c))
  return odd >= 0 ? `case ${odd + 1} is not one` : (cases as readonly T[])
}

/** Every tone of the folder beside its truth, or why the list cannot be read. */
export async function judgeTones(folder: string, list: unknown): Promise<Outcome> {
  const cases = listOf(list, isToneCase)
  if (typeof cases === 'string') return { ok: false, why: cases }
  const clean = new Map<string, ToneNote | null>()
  const measured: Measured[] = []
  const unread: Judged[] = []
  for (const one of cases) {
    const found = await measure(folder, one)
    const { file } = one
    if (!found) {
      unread.push({ file, measure: 'read: sound', unit: '', truth: 0, error: null, falseFinds: 0 })
      continue
    }
    measured.push(found)
    if (one.variant === 'clean') clean.set(`${one.instrument} ${one.nominal_midi}`, found.note)
  }
  const judged = measured.flatMap((m) => {
    const own = clean.get(`${m.one.instrument} ${m.one.nominal_midi}`) ?? null
    return [
      ...pitchRows(m),
      ...changeRows(m, own),
      ...squeakRows(m),
      ...breathRows(m, own),
      ...colourRows(m, own),
    ].map((row): Judged => ({ falseFinds: 0, ...row, file: m.one.file }))
  })
  return { ok: true, value: [...unread, ...judged] }
}

interface RunCase {
  readonly file: string
  readonly midi: string
}

const isRunCase = (value: unknown): value is RunCase =>
  isObject(value) && typeof value.file === 'string' && typeof value.midi === 'string'

/** Nearer than this, two beginnings are the same one, s. */
const SAME_S = 0.025
/** Keys nearer to each other than this sound as one beginning, s. */
const ONE_SOUND_S = 0.03

/** Each beginning beside the key that made it; keys that sound as one are one. */
async function judgeRun(folder: string, { file, midi }: RunCase): Promise<readonly Judged[]> {
  const read = await readSound(readFileSync(join(folder, basename(file))))
  const played = readPlayed(readFileSync(join(folder, basename(midi))))
  const row = (measure: string, unit: string, error: number | null, falseFinds = 0): Judged => ({
    file,
    measure,
    unit,
    truth: 0,
    error,
    falseFinds,
  })
  if (!read.ok || !played.ok) return [row('read: sound', '', null)]
  const keys = played.notes
    .map((n) => n.onMs / 1000)
    .filter((at, i, all) => i === 0 || at - (all[i - 1] ?? at) >= ONE_SOUND_S)
  const onsets = [...onsetsOf(halved(read.sound))]
  const offs = keys.map((key) => {
    const near = onsets.findIndex((o) => Math.abs(o - key) < SAME_S)
    return near < 0 ? null : (onsets.splice(near, 1)[0] ?? key) - key
  })
  const hit = offs.flatMap((o) => (o === null ? [] : [o]))
  const bias = hit.reduce((a, b) => a + b, 0) / hit.length
  return [
    ...offs.map((o) => row('onset', 'ms', o === null ? null : 1000 * (o - bias))),
    ...onsets.map(() => row('onset', 'ms', 0, 1)),
    row('onset: mean offset', 'ms', 1000 * bias),
  ]
}

/** Every run of the folder, beginning by beginning, or why the list cannot be read. */
export async function judgeRuns(folder: string, list: unknown): Promise<Outcome> {
  const cases = listOf(list, isRunCase)
  if (typeof cases === 'string') return { ok: false, why: cases }
  const judged: Judged[] = []
  for (const one of cases) judged.push(...(await judgeRun(folder, one)))
  return { ok: true, value: judged }
}
