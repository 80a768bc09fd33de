/** Tones that are made sample by sample, so that what has to come out is known exactly. */
import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import { measureOf } from '../measure'
import type { AskedNote } from '../timing'
import { ANY_PITCH, cutOffShare, levelsOf, measureTone, PitchFinder, stretchesOf } from './index'
import type { Sound, ToneAsked, ToneMeasureName } from './index'

const RATE = 44_100

function sound(seconds: number, of: (t: number) => number): Sound {
  const samples = Float32Array.from({ length: Math.round(seconds * RATE) }, (_, j) => of(j / RATE))
  return { samples, rate: RATE }
}

const sine =
  (hz: number, amplitude = 0.3) =>
  (t: number) =>
    amplitude * Math.sin(2 * Math.PI * hz * t)
/** Harmonics falling as 1 / k. */
const bright = (hz: number, count: number) => (t: number) => {
  let sum = 0
  for (let k = 1; k <= count; k++) sum += (0.2 / k) * Math.sin(2 * Math.PI * k * hz * t)
  return sum
}
const asks = (...midis: readonly number[]): ToneAsked => ({
  notes: midis.map((midi, i): AskedNote => ({
    midi,
    hand: null,
    finger: null,
    beat: i,
    joined: false,
  })),
  sounding: 'sustained',
  a4: 440,
})
const valueOf = (s: Sound, asked: ToneAsked, name: ToneMeasureName) =>
  measureOf(measureTone(s, asked).measures, name)

describe('the pitch of a frame', () => {
  test.each([41.2, 65.41, 110, 233.08, 440, 987.77, 2093])('%d Hz blind, to half a cent', (hz) => {
    const finder = new PitchFinder(hz < 80 ? 4096 : 2048, RATE)
    expect(finder.take(sound(0.2, bright(hz, 8)).samples, 1000)).toBe(true)
    const found = finder.blind(ANY_PITCH.lowHz, ANY_PITCH.highHz)
    expect(Math.abs(1200 * Math.log2((found?.hz ?? 1) / hz))).toBeLessThan(0.5)
    expect(found?.soundingHz).toBe(found?.hz)
    expect(found?.likeness).toBeGreaterThan(0.999)
  })

  test('looked for about a note, its twelfth says that it sounds instead', () => {
    const finder = new PitchFinder(2048, RATE)
    finder.take(sound(0.1, sine(3 * 196)).samples, 0)
    const found = finder.within(0.6 * 196, 1.7 * 196)
    expect(found?.soundingHz).toBeCloseTo(588, 0)
    expect(found?.hz).toBeLessThan(1.7 * 196)
  })

  test('a tone whose fundamental is weak is itself, and no partial', () => {
    const finder = new PitchFinder(2048, RATE)
    const weak = (t: number) => sine(98, 0.05)(t) + sine(196, 0.2)(t) + sine(294, 0.2)(t)
    finder.take(sound(0.1, weak).samples, 0)
    const found = finder.within(60, 165)
    expect(found?.soundingHz).toBeCloseTo(98, 0)
  })

  test('silence holds nothing', () => {
    expect(new PitchFinder(2048, RATE).take(sound(0.1, () => 0).samples, 0)).toBe(false)
  })
})

describe('one long tone', () => {
  test('17 cents above the note, at 440 and at 442', () => {
    const a = sound(2, bright(440 * 2 ** (17 / 1200), 6))
    expect(valueOf(a, asks(69), 'pitch')?.value).toBeCloseTo(17, 1)
    const at442 = 17 - 1200 * Math.log2(442 / 440)
    expect(valueOf(a, { ...asks(69), a4: 442 }, 'pitch')?.value).toBeCloseTo(at442, 1)
  })

  test('a tone that falls by 20 cents a second, and one that waves 5 times by 25 to each side', () => {
    let phase = 0
    const falling = sound(2, (t) => {
      phase += (2 * Math.PI * 220 * 2 ** ((-20 * t) / 1200)) / RATE
      return 0.3 * Math.sin(phase)
    })
    expect(valueOf(falling, asks(57), 'pitch-drift')?.value).toBeCloseTo(-20, 0)
    phase = 0
    const waving = sound(3, (t) => {
      phase += (2 * Math.PI * 220 * 2 ** ((25 * Math.sin(2 * Math.PI * 5 * t)) / 1200)) / RATE
      return 0.3 * Math.sin(phase)
    })
    expect(valueOf(waving, asks(57), 'waver-rate')?.value).toBeCloseTo(5, 1)
    expect(Math.abs((valueOf(waving, asks(57), 'waver-extent')?.value ?? 0) - 25)).toBeLessThan(1)
    expect(Math.abs(valueOf(waving, asks(57), 'pitch')?.value ?? 99)).toBeLessThan(1)
    // A steady tone has no waver to tell of.
    expect(valueOf(sound(2, sine(220)), asks(57), 'waver-rate')).toBeNull()
  })

  test.each([0, 6, 12, 20])('white noise %d dB below the tone is what the breath says', (snr) => {
    const rng = seededRng(7)
    // A sine of 0.3 has a power of 0.045; noise between −w and w one of w² / 3.
    const width = Math.sqrt((3 * 0.045) / 10 ** (snr / 10))
    const noisy = sound(2, (t) => sine(330)(t) + width * (2 * rng() - 1))
    expect(Math.abs((valueOf(noisy, asks(64), 'breath')?.value ?? 99) - snr)).toBeLessThan(0.7)
  })

  test('brightness is the centre of the harmonics: of 1/k up to the eighth, 8 / (1 + 1/2 + … + 1/8)', () => {
    const sum = [1, 2, 3, 4, 5, 6, 7, 8].reduce((s, k) => s + 1 / k, 0)
    const found = valueOf(sound(2, bright(220, 8)), asks(57), 'brightness')
    expect(found?.value).toBeCloseTo(8 / sum, 1)
    expect(valueOf(sound(2, sine(220)), asks(57), 'brightness')?.value).toBeCloseTo(1, 1)
  })

  test('a sine of 0.1 is at −23.01 dB, and falling by 5 dB a second it says so', () => {
    const level = valueOf(sound(2, sine(220, 0.1)), asks(57), 'level')
    expect(level?.value).toBeCloseTo(20 * Math.log10(0.1 / Math.SQRT2), 1)
    const dying = sound(2, (t) => 10 ** ((-5 * t) / 20) * sine(220)(t))
    expect(valueOf(dying, asks(57), 'decay')?.value).toBeCloseTo(-5, 1)
  })

  test('a fifth of a second of noise before the tone speaks', () => {
    const rng = seededRng(3)
    const late = sound(2.2, (t) =>
      t < 0.2 ? 0.1 * (2 * rng() - 1) : sine(330)(t) + 0.002 * (2 * rng() - 1),
    )
    const found = valueOf(late, asks(64), 'speaks-after')
    expect(Math.abs((found?.value ?? 0) - 200)).toBeLessThan(25)
    expect(found?.low).toBeLessThan(200)
  })

  test.each([0.06, 0.3])(
    'a tone that grows evenly for %d s takes eight tenths of it from a tenth to nine',
    (s) => {
      const growing = sound(2, (t) => (t < 0.3 ? 0 : Math.min(1, (t - 0.3) / s) * sine(330)(t)))
      const found = valueOf(growing, asks(64), 'rise')
      expect(Math.abs((found?.value ?? 0) - 800 * s)).toBeLessThan(25)
      // A string that is plucked is at its loudest at once.
      const plucked = sound(2, (t) => (t < 0.3 ? 0 : Math.exp(-3 * (t - 0.3)) * sine(330)(t)))
      expect(valueOf(plucked, { ...asks(64), sounding: 'struck' }, 'rise')?.value).toBeLessThan(30)
    },
  )

  test('a jump to the twelfth in the middle is one squeak of one tone', () => {
    let phase = 0
    const squeaking = sound(2, (t) => {
      phase += (2 * Math.PI * 262 * (t > 0.9 && t < 1.2 ? 3 : 1)) / RATE
      return 0.3 * Math.sin(phase)
    })
    const { notes, measures } = measureTone(squeaking, asks(60))
    expect(notes).toHaveLength(1)
    expect(notes[0]?.jumps).toHaveLength(1)
    expect(notes[0]?.jumps[0]?.times).toBeCloseTo(3, 1)
    expect(Math.abs((notes[0]?.jumps[0]?.from ?? 0) - 0.9)).toBeLessThan(0.05)
    expect(measureOf(measures, 'squeaks')).toMatchObject({ value: 1, count: 1 })
    expect(Math.abs(valueOf(squeaking, asks(60), 'pitch')?.value ?? 99)).toBeLessThan(5)
  })
})

describe('another note than the one asked', () => {
  test.each([
    ['the octave above', 2, 12],
    ['the octave below', 0.5, -12],
    ['the twelfth', 3, 19],
    ['the fourth above, the next partial of a horn', 4 / 3, 5],
  ])('%s is said to be that, in tune with it, and no squeak', (_, times, semitones) => {
    const note = measureTone(sound(1.5, bright(262 * times, 5)), asks(60))
    const cents = 1200 * Math.log2((262 * times) / 261.6256) - 100 * semitones
    expect(note.semitones).toBe(semitones)
    expect(Math.abs((measureOf(note.measures, 'pitch')?.value ?? 0) - cents)).toBeLessThan(3)
    expect(measureOf(note.measures, 'squeaks')?.value).toBe(0)
    expect(measureOf(note.measures, 'air')?.value).toBe(0)
  })
})

describe('several tones', () => {
  const scale = [60, 62, 64, 65, 67]
  const played = (cents: readonly number[], gap = 0.1) => {
    let phase = 0
    return sound(0.3 + 0.5 * scale.length, (t) => {
      const i = Math.floor((t - 0.2) / 0.5)
      const midi = scale[i]
      if (midi === undefined || (t - 0.2) % 0.5 > 0.5 - gap) return 0
      const hz = 440 * 2 ** ((midi - 69) / 12 + (cents[i] ?? 0) / 1200)
      phase += (2 * Math.PI * hz) / RATE
      return 0.2 * Math.sin(phase) + 0.05 * Math.sin(2 * phase)
    })
  }

  test('each is laid against its note; they lie apart by what they were put apart', () => {
    const cents = [10, -10, 20, -20, 0]
    const { notes, measures } = measureTone(played(cents), asks(...scale))
    expect(notes.map((n) => n.midi)).toEqual(scale)
    notes.forEach((n, i) => {
      expect(Math.abs((n.cents?.value ?? 99) - (cents[i] ?? 0))).toBeLessThan(1)
    })
    // Mean nought, deviation √(1000 / 4).
    expect(measureOf(measures, 'pitch')?.value).toBeCloseTo(0, 0)
    expect(measureOf(measures, 'pitch-spread')?.value).toBeCloseTo(Math.sqrt(250), 0)
  })

  test('without a gap they are told apart by their pitch, and by nothing asked all the same', () => {
    const joined = played([0, 0, 0, 0, 0], 0)
    expect(measureTone(joined, asks(...scale)).notes.map((n) => n.midi)).toEqual(scale)
    const free = measureTone(joined, { ...asks(), range: { lowHz: 150, highHz: 1200 } })
    expect(free.notes.map((n) => n.midi)).toEqual(scale)
    // Nobody asked for a pitch: it is not called too high or too low.
    expect(measureOf(free.measures, 'pitch')).toBeNull()
  })

  test('sixteen equal steps are even by their sound, and never surely uneven by our own error', () => {
    const line = [0, 2, 4, 5, 7, 5, 4, 2, 0, 2, 4, 5, 7, 5, 4, 2].map((s) => 60 + s)
    let phase = 0
    const even = sound(0.4 + 0.3 * line.length, (t) => {
      const midi = line[Math.floor((t - 0.2) / 0.3)]
      const within = (t - 0.2) % 0.3
      if (midi === undefined || t < 0.2 || within > 0.27) return 0
      phase += (2 * Math.PI * 440 * 2 ** ((midi - 69) / 12)) / RATE
      // Begun and ended in ten milliseconds: a sound that is cut off clicks.
      return 0.2 * Math.min(1, within / 0.01, (0.27 - within) / 0.01) * Math.sin(phase)
    })
    const { measures } = measureTone(even, asks(...line))
    const found = measureOf(measures, 'unevenness-share')
    expect(found?.value).toBeLessThan(0.03)
    expect(found?.low).toBe(0)
    expect(measureOf(measures, 'missing-notes')?.value).toBe(0)
  })
})

describe('what cannot be heard is said', () => {
  test('silence, a hum far below, and nothing but noise', () => {
    expect(
      measureTone(
        sound(2, () => 0),
        asks(60),
      ).notHeard,
    ).toBe('silent')
    expect(measureTone(sound(2, sine(50, 0.0003)), asks(60)).notHeard).toBe('silent')
    const rng = seededRng(5)
    const air = measureTone(
      sound(2, (t) => (t < 0.3 ? 0 : 0.2 * (2 * rng() - 1))),
      asks(60),
    )
    expect(air.notHeard).toBe('no-tone')
    expect(air.measures.map((m) => [m.name, m.value])).toEqual([['air', 1]])
  })

  test('a device that cut the tops off is told, and nothing of colour, breath and loudness', () => {
    const cut = sound(2, (t) => Math.max(-1, Math.min(1, 1.6 * Math.sin(2 * Math.PI * 220 * t))))
    expect(cutOffShare(cut)).toBeGreaterThan(0.3)
    const { measures, device } = measureTone(cut, asks(57))
    expect(device).toEqual(['cut-off'])
    expect(measureOf(measures, 'pitch')?.value).toBeCloseTo(0, 0)
    for (const name of ['breath', 'brightness', 'level'] as const) {
      expect(measureOf(measures, name)).toBeNull()
    }
    // However it was scaled since; and a tone by itself is not flat at its top, low and soft as it may be.
    expect(cutOffShare({ ...cut, samples: cut.samples.map((x) => 0.3 * x) })).toBeGreaterThan(0.3)
    for (const size of [1, 0.1, 0.01]) expect(cutOffShare(sound(2, sine(41, size)))).toBe(0)
  })

  test('notes asked together are timed as one, and no hand is said to be first', () => {
    const chord = (t: number) => sine(262, 0.1)(t) + sine(330, 0.1)(t)
    const notes = [60, 64].flatMap((midi) => [
      { midi, hand: null, finger: null, beat: 0, joined: false },
    ])
    const tone = measureTone(sound(1, chord), { notes, sounding: 'struck', a4: 440 })
    expect(tone.together).toBe(true)
    expect(tone.notes).toEqual([])
    expect(tone.measures.map((m) => m.name)).not.toContain('hands-apart')
  })
})

/** Tones of half a second, each after a tenth of silence. */
function row(midis: readonly number[], cents: number, length = 0.5): Sound {
  const each = length + 0.1
  const hzOf = (midi: number) => 440 * 2 ** ((midi - 69 + cents / 100) / 12)
  return sound(0.2 + each * midis.length, (t) => {
    const i = Math.floor((t - 0.1) / each)
    const at = t - 0.1 - i * each
    const midi = midis[i]
    if (midi === undefined || t < 0.1 || at > length) return 0
    const fade = Math.min(1, at / 0.01, (length - at) / 0.01)
    return fade * bright(hzOf(midi), 6)(t)
  })
}

const SCALE = [60, 62, 64, 65, 67, 69, 71, 72] as const

describe('a scale that is sharp or flat as a whole', () => {
  test.each([-90, -60, -30, 0, 30, 60, 90])(
    'by %d cents is told so, and no note is wrong',
    (cents) => {
      const { measures } = measureTone(row(SCALE, cents), asks(...SCALE))
      const pitch = measureOf(measures, 'pitch')!
      expect(pitch.value).toBeGreaterThan(cents - 3)
      expect(pitch.value).toBeLessThan(cents + 3)
      expect(measureOf(measures, 'wrong-notes')!.value).toBe(0)
      expect(measureOf(measures, 'missing-notes')!.value).toBe(0)
    },
  )

  test('with one note that is wrong: that one, and no other', () => {
    const played = SCALE.map((midi) => (midi === 65 ? 66 : midi))
    const { measures } = measureTone(row(played, 40), asks(...SCALE))
    expect(measureOf(measures, 'wrong-notes')!.value).toBe(1)
  })
})

test('of two tones that differ nobody knows which is the player’s: the interval holds both', () => {
  const two = row([60], 0)
  const other = row([60], 40)
  const samples = Float32Array.from([...two.samples, ...other.samples])
  const pitch = measureOf(measureTone({ samples, rate: RATE }, asks(60)).measures, 'pitch')!
  expect(pitch.value).toBeCloseTo(20, 0)
  expect(pitch.low).toBeLessThan(1)
  expect(pitch.high).toBeGreaterThan(39)
})

test.each([0.04, 0.06, 0.09])('a clean staccato of %d s is not “only air”', (length) => {
  const { notHeard, measures } = measureTone(row(SCALE, 0, length), asks(...SCALE))
  const air = measureOf(measures, 'air')
  expect(notHeard).not.toBe('no-tone')
  expect(air === null || air.value < 0.5).toBe(true)
})

describe('levels', () => {
  test('a block of 220.5 samples is five milliseconds still after a minute', () => {
    const late = sound(61, (t) => (t > 60 ? sine(220)(t) : 0))
    expect(stretchesOf(levelsOf(late))[0]?.from).toBeCloseTo(60, 2)
  })

  test('what sounds is found by what stands out of the room', () => {
    const rng = seededRng(2)
    const room = sound(3, (t) => 0.001 * (2 * rng() - 1) + (t > 1 && t < 2 ? sine(220)(t) : 0))
    const [stretch, ...others] = stretchesOf(levelsOf(room))
    expect(others).toEqual([])
    expect(stretch?.from).toBeCloseTo(1, 1)
    expect(stretch?.to).toBeCloseTo(2, 1)
  })
})
