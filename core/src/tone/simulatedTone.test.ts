/** The made-up player and the measuring: each fault is told by its own measure and by no other. Both are ours; the reference recordings are not. */
import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import { isTold } from '../measure'
import type { Threshold } from '../measure'
import type { AskedNote } from '../timing'
import { measureTone, soundAsked } from './index'
import type { SoundedFault, ToneMeasureName } from './index'

/** As the packs have them; colour and loudness stand against what is usual, which the fault itself is not. */
const TOLD_BY: Readonly<Partial<Record<SoundedFault, Threshold<ToneMeasureName>>>> = {
  sharp: { measure: 'pitch', side: 'over', at: 15 },
  flat: { measure: 'pitch', side: 'under', at: -15 },
  wavers: { measure: 'waver-extent', side: 'over', at: 15 },
  sags: { measure: 'pitch-drift', side: 'under', at: -8 },
  'late-to-speak': { measure: 'speaks-after', side: 'over', at: 80 },
  squeaks: { measure: 'squeaks', side: 'over', at: 0.1 },
  'only-air': { measure: 'air', side: 'over', at: 0.5 },
  trembles: { measure: 'level-unsteady', side: 'over', at: 1.2 },
}

const LINE = [60, 62, 64, 65, 67, 65, 64, 62, 60]
const NOTES: readonly AskedNote[] = LINE.map((midi, i) => ({
  midi,
  hand: null,
  finger: null,
  beat: 2 * i,
  joined: false,
}))

function measured(fault: SoundedFault) {
  const playing = { tempo: 90, fault, strength: 1, sounding: 'sustained', a4: 440 } as const
  const sound = soundAsked(NOTES, { ...playing, rng: seededRng(6) })
  return measureTone(sound, { notes: NOTES, sounding: 'sustained', a4: 440 })
}

const told = (fault: SoundedFault) => {
  const { measures } = measured(fault)
  return Object.entries(TOLD_BY).flatMap(([name, threshold]) => {
    const found = measures.find((m) => m.name === threshold.measure)
    return found && isTold(found, threshold) ? [name] : []
  })
}

describe('a scale of nine notes', () => {
  test('played well tells nothing, note by note', () => {
    expect(told('none')).toEqual([])
    expect(measured('none').notes.map((n) => n.midi)).toEqual(LINE)
  })

  test.each([
    'sharp',
    'flat',
    'wavers',
    'late-to-speak',
    'squeaks',
    'only-air',
    'trembles',
  ] as const)('played %s tells that and nothing else', (fault) => {
    expect(told(fault)).toEqual([fault])
  })

  test('sagging it is flat by the way', () => {
    expect(told('sags')).toContain('sags')
  })

  test('a start that lands on the neighbouring partial is told as split, and a squeak in the midst is not', () => {
    const notes = NOTES.map((n) => ({ ...n, midi: 62 }))
    const playing = {
      tempo: 90,
      fault: 'splits',
      strength: 1,
      sounding: 'sustained',
      a4: 440,
    } as const
    const sound = soundAsked(notes, { ...playing, rng: seededRng(6) })
    const tone = measureTone(sound, { notes, sounding: 'sustained', a4: 440 })
    expect(tone.measures.find((m) => m.name === 'split-starts')).toMatchObject({ value: 1 })
    expect(tone.notes.map((n) => n.jumps[0]?.times.toFixed(1))).toEqual(notes.map(() => '1.3'))
    // What sounds before it is a tone, and no noise.
    expect(tone.measures.find((m) => m.name === 'speaks-after')).toBeUndefined()
    const squeaking = measured('squeaks').measures
    expect(squeaking.find((m) => m.name === 'split-starts')?.value).toBe(0)
    const late = measured('late-to-speak').measures
    expect(late.find((m) => m.name === 'split-starts')?.value).toBe(0)
  })

  test('in a line it is how the next note began where no such note was asked', () => {
    // The fourths above E and B are A and E an octave up: neither is asked for.
    const notes = [64, 71, 64, 71].map((midi, i) => ({ ...NOTES[0]!, midi, beat: 2 * i }))
    const playing = {
      tempo: 90,
      fault: 'splits',
      strength: 1,
      sounding: 'sustained',
      a4: 440,
    } as const
    const sound = soundAsked(notes, { ...playing, rng: seededRng(6) })
    const tone = measureTone(sound, { notes, sounding: 'sustained', a4: 440 })
    expect(tone.notes.map((n) => n.midi)).toEqual([64, 71, 64, 71])
    expect(tone.measures.find((m) => m.name === 'split-starts')?.value).toBe(1)
  })

  test('nor is it a note where such a one is asked elsewhere in the line', () => {
    // The fourth above C is F, that above D is G: both are in the line, and neither is asked before its C or D.
    const line = [60, 62, 64, 65, 67, 65, 64, 62, 60]
    const notes = line.map((midi, i) => ({ ...NOTES[0]!, midi, beat: i }))
    const playing = { tempo: 72, strength: 1, sounding: 'sustained', a4: 440 } as const
    const heard = (fault: SoundedFault) => {
      const sound = soundAsked(notes, { ...playing, fault, rng: seededRng(6) })
      return measureTone(sound, { notes, sounding: 'sustained', a4: 440 })
    }
    const split = heard('splits')
    expect(split.notes.map((n) => n.midi)).toEqual(line)
    expect(split.measures.find((m) => m.name === 'split-starts')?.value).toBe(1)
    const clean = heard('none')
    expect(clean.notes.map((n) => n.midi)).toEqual(line)
    expect(clean.measures.find((m) => m.name === 'split-starts')?.value).toBe(0)
  })

  test('squeaking there are nine notes still, each with its twelfth, and none too many', () => {
    const { notes, measures } = measured('squeaks')
    expect(notes.map((n) => n.midi)).toEqual(LINE)
    expect(notes.map((n) => Math.round(n.jumps[0]?.times ?? 0))).toEqual(LINE.map(() => 3))
    expect(measures.find((m) => m.name === 'extra-notes')?.value).toBe(0)
  })

  test.each([
    ['weak', 'level', -12],
    ['muffled', 'brightness', -0.6],
    ['bright', 'brightness', 0.9],
    ['airy', 'breath', -40],
  ] as const)('%s differs from well played in %s', (fault, name, by) => {
    const value = (how: SoundedFault) =>
      measured(how).measures.find((m) => m.name === name)?.value ?? Number.NaN
    const change =
      name === 'brightness' ? value(fault) / value('none') - 1 : value(fault) - value('none')
    expect(Math.abs(change / by - 1)).toBeLessThan(0.2)
  })

  test('how far it is only ever grows, to the end', () => {
    const shares: number[] = []
    const playing = {
      tempo: 90,
      fault: 'none',
      strength: 0,
      sounding: 'sustained',
      a4: 440,
    } as const
    const sound = soundAsked(NOTES, { ...playing, rng: seededRng(6) })
    measureTone(sound, { notes: NOTES, sounding: 'sustained', a4: 440 }, (s) => shares.push(s))
    expect(shares.length).toBeGreaterThan(LINE.length)
    expect(shares).toEqual([...shares].sort((a, b) => a - b))
    expect(shares[0]).toBeGreaterThan(0)
    expect(shares.at(-1)).toBeGreaterThan(0.9)
    expect(shares.at(-1)).toBeLessThanOrEqual(1)
  })
})
