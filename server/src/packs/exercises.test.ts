import {
  beatsOf,
  inside,
  KEYS_BY_FOURTHS,
  makeExercise,
  midiOf,
  SPAN_SEMITONES,
  timeline,
  underOneHand,
} from '@vein-mend/core/music'
import type { Exercise, InstrumentSound, MakingFor } from '@vein-mend/core/music'
import type { Knowledge, Rung, StudentFacts } from '@vein-mend/core/packs'
import { soundFor } from '@vein-mend/core/remedy'
import { describe, expect, test } from 'vitest'
import { shippedPacks } from '../test/studio'

const packs = await shippedPacks()
const instruments = [...packs.values()].filter((k) => k.kind === 'instrument')

/** Every student who could change what is made: each answer about the equipment, small hands or not. */
function studentsOf(k: Knowledge): readonly { sound: InstrumentSound; student: MakingFor }[] {
  const by = k.sound!.by
  const answers = by ? k.equipment.find((e) => e.id === by.fact)!.answers : ['']
  return answers.flatMap((answer) => {
    const facts = { equipment: by ? { [by.fact]: answer } : {} } as unknown as StudentFacts
    const sound = soundFor(k.sound!, facts)
    return KEYS_BY_FOURTHS.flatMap((key) =>
      [false, true].map((smallHand) => ({
        sound,
        student: { key, tempo: 60, smallHand, weaker: null },
      })),
    )
  })
}

function rungsWithNotes(k: Knowledge): readonly Rung[] {
  return k.remedies.flatMap((r) => r.rungs.filter((x) => x.notes))
}

function wholeBars(exercise: Exercise): boolean {
  return exercise.lines.every((l) => Math.abs(beatsOf(l) % exercise.beatsPerBar) < 1e-9)
}

describe.each(instruments.map((k) => [k.name, k] as const))('%s', (_name, k) => {
  test('has a sound and at least three rungs with notes', () => {
    expect(k.sound).not.toBeNull()
    expect(rungsWithNotes(k).length).toBeGreaterThanOrEqual(3)
  })

  test('every exercise, in every key and for every student, stays on the instrument and under the hand', () => {
    for (const { sound, student } of studentsOf(k)) {
      const span = student.smallHand ? SPAN_SEMITONES.small : SPAN_SEMITONES.usual
      for (const rung of rungsWithNotes(k)) {
        const made = makeExercise(rung.notes!, sound, student)
        const where = `${rung.id} in ${student.key}`
        const pitches = made.lines.flatMap((l) => l.notes.flatMap((n) => n.pitches))
        expect(pitches.length, where).toBeGreaterThan(0)
        expect(
          pitches.filter((p) => !inside(sound, p)),
          where,
        ).toEqual([])
        if (rung.notes!.make !== 'cadence' || student.smallHand) {
          expect(
            made.lines.every((l) => underOneHand(l, span)),
            where,
          ).toBe(true)
        } else {
          expect(
            made.lines.every((l) => underOneHand(l, SPAN_SEMITONES.usual)),
            where,
          ).toBe(true)
        }
        expect(wholeBars(made), where).toBe(true)
        for (const l of made.lines)
          for (const n of l.notes)
            if (n.fingers) expect(n.fingers.length, where).toBe(n.pitches.length)
        expect(
          timeline(made).every((n) => n.midi > 0 && n.seconds > 0),
          where,
        ).toBe(true)
      }
    }
  })

  test('is made twice alike', () => {
    const { sound, student } = studentsOf(k)[0]!
    for (const rung of rungsWithNotes(k)) {
      expect(makeExercise(rung.notes!, sound, student)).toEqual(
        makeExercise(rung.notes!, sound, student),
      )
    }
  })
})

test('lines are left out where strings are missing: a 34-string harp has no note of a 36-string one below it', () => {
  const harp = packs.get('harp')!
  const lowest = (strings: string) => {
    const facts = { equipment: { strings } } as unknown as StudentFacts
    return soundFor(harp.sound!, facts).low
  }
  expect(midiOf(lowest('34'))).toBeGreaterThan(midiOf(lowest('36')))
})
