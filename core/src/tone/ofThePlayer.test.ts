/** Takes with something before and after them, made sample by sample. */
import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import { measureOf } from '../measure'
import type { AskedNote } from '../timing'
import { measureTone } from './index'
import type { Sound, ToneAsked } from './index'

const RATE = 44_100
type Part = readonly [seconds: number, of: (t: number) => number]

/** Parts one after another, each from its own nought. */
function sounds(...parts: readonly Part[]): Sound {
  const all = parts.map(([seconds, of]) =>
    Array.from({ length: Math.round(seconds * RATE) }, (_, j) => of(j / RATE)),
  )
  return { samples: Float32Array.from(all.flat()), rate: RATE }
}

const rng = seededRng(3)
const rest: Part = [0.5, () => 0.00005 * (2 * rng() - 1)]
const held = (hz: number, seconds = 1.5): Part => [
  seconds,
  (t) => {
    const shape = Math.min(1, t / 0.05, (seconds - t) / 0.05)
    return (
      shape * [1, 2, 3].reduce((sum, k) => sum + (0.2 / k) * Math.sin(2 * Math.PI * k * hz * t), 0)
    )
  },
]
/** One syllable: a voice that falls by a third and more while it sounds. */
const syllable = (hz: number): Part => [
  0.22,
  (t) => {
    const turns = hz * (t - 0.75 * t * t)
    const shape = Math.sin((Math.PI * t) / 0.22)
    return shape * [1, 2, 3, 4].reduce((sum, k) => sum + 0.1 * Math.sin(2 * Math.PI * k * turns), 0)
  },
]
const pause: Part = [0.05, () => 0]
const words: readonly Part[] = [150, 170, 130, 160, 140].flatMap((hz) => [syllable(hz), pause])
const noise: Part = [0.6, (t) => 0.2 * Math.sin((Math.PI * t) / 0.6) * (2 * rng() - 1)]
const asks = (...midis: readonly number[]): ToneAsked => ({
  notes: midis.map((midi, beat): AskedNote => ({
    ...{ midi, beat, hand: null, finger: null, joined: false },
  })),
  ...{ sounding: 'sustained', a4: 440 },
})
const hzOf = (midi: number) => 440 * 2 ** ((midi - 69) / 12)
const centsIn = (tone: ReturnType<typeof measureTone>) => measureOf(tone.measures, 'pitch')?.value

describe('what stands before and after the take', () => {
  test.each([
    ['words before', [...words, rest, held(220), rest], ['voice']],
    ['words after', [rest, held(220), rest, ...words], ['voice']],
    ['a chair, and words', [noise, rest, held(220), rest, ...words, rest], ['noise', 'voice']],
    ['a false start a fifth below', [held(147, 0.5), rest, held(220), rest], ['another-tone']],
  ] as const)('%s: told apart, and the tone is measured alone', (_name, parts, whys) => {
    const tone = measureTone(sounds(...parts), asks(57))
    expect(tone.apart.map((a) => a.why)).toEqual(whys)
    expect(tone.notes).toHaveLength(1)
    expect(centsIn(tone)).toBeCloseTo(0, 0)
    expect(measureOf(tone.measures, 'squeaks')?.value).toBe(0)
    expect(measureOf(tone.measures, 'air')?.value).toBe(0)
  })

  test('tones of the take are never parted, out of tune, wavering or short as they may be', () => {
    const flat = measureTone(sounds(rest, held(214), rest, held(215), rest), asks(57, 57))
    expect(flat.apart).toEqual([])
    expect(centsIn(flat)).toBeLessThan(-35)
    const wavering: Part = [
      2,
      (t) =>
        0.3 * Math.sin(2 * Math.PI * 220 * t + (220 * 0.02 * Math.sin(2 * Math.PI * 5 * t)) / 5),
    ]
    expect(measureTone(sounds(rest, wavering, rest), asks(57)).apart).toEqual([])
    const short = [0, 1, 2, 3].flatMap((): readonly Part[] => [held(220, 0.12), [0.3, () => 0]])
    expect(measureTone(sounds(rest, ...short, rest), asks(57, 57, 57, 57)).apart).toEqual([])
  })

  test('noise that goes over into a tone is how it began', () => {
    const tone = measureTone(sounds(rest, noise, held(220), rest), asks(57))
    expect(tone.apart).toEqual([])
  })

  test('where nothing but noise sounds it is air; where somebody only speaks nothing is said of air', () => {
    expect(measureTone(sounds(rest, noise, rest), asks(69)).notHeard).toBe('no-tone')
    const spoken = measureTone(sounds(rest, ...words, ...words, rest), asks(81))
    expect(spoken.notHeard).toBe('voice')
    expect(spoken.measures).toEqual([])
  })
})

describe('somebody who plays softly beside', () => {
  const scale = [60, 62, 64, 65]
  const other = (size: number) => (t: number) => size * Math.sin(2 * Math.PI * 200 * t)
  const playedBeside = (seconds: number, gap: number, size: number) => {
    const tones = scale.flatMap((m, i): readonly Part[] => [
      held(hzOf(m), seconds),
      ...(i < scale.length - 1 ? [[gap, () => 0] as const] : []),
    ])
    const alone = sounds(...tones)
    const beside = other(size)
    return { ...alone, samples: alone.samples.map((x, j) => x + beside(j / RATE)) }
  }

  test('is no note of theirs where they rest, and takes the breath with it', () => {
    const tone = measureTone(playedBeside(3, 0.28, 0.02), asks(...scale))
    expect(new Set(tone.apart.map((a) => a.why))).toEqual(new Set(['beside']))
    expect(measureOf(tone.measures, 'extra-notes')?.value).toBe(0)
    expect(tone.notes).toHaveLength(scale.length)
    expect(tone.device).toContain('room-noise')
    expect(measureOf(tone.measures, 'breath')).toBeNull()
    expect(measureTone(playedBeside(3, 0.28, 0), asks(...scale)).apart).toEqual([])
  })

  test('is the room where the rests are long', () => {
    const tone = measureTone(playedBeside(1, 0.4, 0.01), asks(...scale))
    expect(tone.apart).toEqual([])
    expect(tone.prevented).toContain('breath')
  })

  test('and as loud as they play it is theirs: nobody can tell', () => {
    expect(measureTone(playedBeside(3, 0.28, 0.1), asks(...scale)).apart).toEqual([])
  })
})

describe('a take that stands elsewhere as a whole', () => {
  const scale = [60, 62, 64, 65, 67, 69, 71, 72]
  const line = (by: number) => sounds(rest, ...scale.map((m) => held(hzOf(m + by), 0.4)), rest)

  test.each([-12, -2, 3, 12])(
    'a scale %d semitones off has no wrong note, and is in tune',
    (by) => {
      const tone = measureTone(line(by), asks(...scale))
      expect(tone.semitones).toBe(by)
      expect(measureOf(tone.measures, 'wrong-notes')?.value).toBe(0)
      expect(Math.abs(centsIn(tone) ?? 99)).toBeLessThan(3)
    },
  )

  test('as it was asked it stands nowhere else, and one wrong note moves nothing', () => {
    expect(measureTone(line(0), asks(...scale)).semitones).toBe(0)
    const wrong = scale.map((m, i) => (i === 3 ? m + 1 : m))
    const tone = measureTone(line(0), asks(...wrong))
    expect(tone.semitones).toBe(0)
    expect(measureOf(tone.measures, 'wrong-notes')?.value).toBe(1)
  })

  test('one tone again and again, an octave lower: said, and no cents flat', () => {
    const tone = measureTone(sounds(rest, held(110), rest, held(110), rest), asks(57, 57))
    expect(tone.semitones).toBe(-12)
    expect(centsIn(tone)).toBeCloseTo(0, 0)
  })

  test('a semitone alone is a matter of tuning', () => {
    const tone = measureTone(sounds(rest, held(208), rest), asks(57))
    expect(tone.semitones).toBe(0)
    expect(centsIn(tone)).toBeCloseTo(-97, 0)
  })
})
