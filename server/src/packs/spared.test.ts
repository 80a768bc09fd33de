/** Loudness, repetition and stretches on a string, over all packs: common practice, the limits are from memory. */
import { midiOf } from '@vein-mend/core/music'
import type { Exercise, Note } from '@vein-mend/core/music'
import type { BodyPart, StudentFacts } from '@vein-mend/core/packs'
import { asksLoud, carefulCheck, NOT_LOUD, rungExercise } from '@vein-mend/core/remedy'
import { describe, expect, test } from 'vitest'
import { factsWith as facts, rungsFor } from '../test/rungs'
import { PLAIN_FACTS, shippedPacks } from '../test/studio'

const packs = await shippedPacks()
const instruments = [...packs.values()].filter((k) => k.kind === 'instrument')
const KEYS = ['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'Db', 'Ab', 'Eb', 'Bb', 'F']

const notesIn = (exercise: Exercise | null) => exercise?.lines.flatMap((l) => l.notes) ?? []
const LOUD_ABOVE = /\b(?:loud|louder|loudest|full|forte)\b/i

/** Whom strength is spared, and the part that is: each only where playing loads it. */
const SPARED: readonly (readonly [StudentFacts, BodyPart | 'any'])[] = [
  [facts('braces'), 'lips-jaw'],
  [facts('earlier-injury', ['arm']), 'arm'],
  [facts('earlier-injury'), 'any'],
]

describe.each(instruments.map((k) => [k.name, k] as const))('%s', (_name, k) => {
  test('where it is asked for, nobody is asked for strength whom it could hurt', () => {
    for (const [known, part] of SPARED) {
      const concerns = part === 'any' || k.playing.includes(part)
      for (const { remedy, rung } of rungsFor(k, known)) {
        const written = remedy.rungs.find((r) => r.id === rung.id)!
        const words = [rung.name, rung.instruction, rung.alone ?? ''].join(' ')
        const said = `${words.replaceAll(NOT_LOUD, '')} ${JSON.stringify(rung.notes)}`
        const plays = (written.does ?? (rung.condition === 'away' ? 'moves' : 'plays')) === 'plays'
        // A piece may be loud anywhere.
        const isPiece = !['away', 'isolated', 'exercise'].includes(rung.condition)
        const must = concerns && plays && (asksLoud(said) || (isPiece && !rung.notes))
        if (must) expect(rung.instruction, rung.name).toContain(NOT_LOUD)
        if (!concerns) expect(rung.instruction, rung.name).not.toContain(NOT_LOUD)
        const above = notesIn(rungExercise(rung, k, known)).map((n) => n.words ?? '')
        if (concerns)
          expect(
            above.filter((w) => LOUD_ABOVE.test(w)),
            rung.name,
          ).toEqual([])
      }
      for (const check of k.checks.filter((c) => asksLoud(`${c.name} ${c.instruction}`))) {
        const student = check.does !== 'teacher' && check.does !== 'looks'
        const loaded = part === 'any' ? check.loads.length > 0 : check.loads.includes(part)
        const words = carefulCheck(check, k.sound, known)
        expect(words.includes(NOT_LOUD), check.name).toBe(student && loaded)
      }
    }
  })
})

test('somebody is asked for strength, and some notes say so, where nothing speaks against it', () => {
  const all = instruments.flatMap((k) =>
    rungsFor(k, PLAIN_FACTS).map(({ rung }) => ({
      loud: asksLoud(rung.instruction),
      above: notesIn(rungExercise(rung, k, PLAIN_FACTS)).some((n) =>
        LOUD_ABOVE.test(n.words ?? ''),
      ),
    })),
  )
  expect(all.filter((r) => r.loud).length).toBeGreaterThan(20)
  expect(all.filter((r) => r.above).length).toBeGreaterThan(2)
})

test('of the same stroke over and over a turn is a minute for whom turns are short', () => {
  const minutes = (id: string, name: RegExp, known: StudentFacts) =>
    rungsFor(packs.get(id)!, known).flatMap(({ rung }) =>
      name.test(JSON.stringify(rung.notes ?? null)) ? [rung.dose.minutes] : [],
    )
  const rolls = minutes('marimba', /"rolls"/, facts('growing'))
  expect(rolls.length).toBeGreaterThan(0)
  expect(Math.max(...rolls)).toBe(1)
  expect(Math.max(...minutes('marimba', /"rolls"/, PLAIN_FACTS))).toBeGreaterThan(1)
  expect(Math.max(...minutes('marimba', /"growth"/, facts('growing')))).toBe(2)
})

/** The finger of a note, by its own or by the words above it. */
const fingerOf = ({ fingers, words }: Note) =>
  fingers?.[0] ?? Number(/^[0-4](?= |$)/.exec(words ?? '')?.[0] ?? 0)

/** Neighbours on one string that lie further apart than the hand's frame: semitones from finger to finger. */
function stretches(notes: readonly Note[], frame: readonly number[]): readonly string[] {
  return notes.flatMap((note, i) => {
    const before = notes[i - 1]
    const [low, high] = [before?.pitches[0], note.pitches[0]]
    if (before === undefined || low === undefined || high === undefined) return []
    const [from, to] = [fingerOf(before), fingerOf(note)]
    if (from === 0 || to === 0 || from === to) return []
    const apart = (midiOf(high) - midiOf(low)) * Math.sign(to - from)
    // A fifth and more is another string.
    const isFar = apart > (frame[Math.abs(to - from)] ?? 0) && apart < 7
    return isFar ? [`${low} ${String(from)} – ${high} ${String(to)}`] : []
  })
}

function stretchesOf(id: string, frame: readonly number[]): readonly string[] {
  const k = packs.get(id)!
  return KEYS.flatMap((key) =>
    rungsFor(k, PLAIN_FACTS).flatMap(({ rung }) =>
      (rungExercise(rung, k, PLAIN_FACTS, { key })?.lines ?? []).flatMap((l) =>
        stretches(l.notes, frame),
      ),
    ),
  )
}

test('violin and viola print no note for which the hand must open beyond a fourth; a cello does', () => {
  expect(stretchesOf('violin', [0, 2, 4, 5])).toEqual([])
  expect(stretchesOf('viola', [0, 2, 4, 5])).toEqual([])
  expect(stretchesOf('cello', [0, 1, 2, 3]).length).toBeGreaterThan(0)
})

test('what sounds loud is told from what only has the word in it', () => {
  for (const loud of [
    'The loudest page.',
    'As loud as you can.',
    'How loud can it be?',
    'Soft and then loud.',
    'The stormy bar.',
    'Send all the air.',
  ]) {
    expect(asksLoud(loud), loud).toBe(true)
  }
  for (const not of ['Say it aloud.', 'The last no louder than the first.', 'Not too loud.']) {
    expect(asksLoud(not), not).toBe(false)
  }
})
