/** Every exercise of every pack, in every key and for every student it can be made for: what must hold of its notes. */
import {
  beatsOf,
  inside,
  instrumentFinger,
  KEYS_BY_FOURTHS,
  midiOf,
  musicXml,
  SPAN_SEMITONES,
  stringsOf,
  timeline,
  underOneHand,
} from '@vein-mend/core/music'
import type { Exercise, InstrumentSound, Line } from '@vein-mend/core/music'
import type { HealthFlag, Knowledge, Rung, StudentFacts } from '@vein-mend/core/packs'
import { rungExercise, soundFor } from '@vein-mend/core/remedy'
import { describe, expect, test } from 'vitest'
import { engrave, midiFile } from '../notation'
import { midiNotes } from '../test/midiNotes'
import { sightRead } from '../test/sightReader'
import { shippedPacks } from '../test/studio'

const packs = await shippedPacks()
const instruments = [...packs.values()].filter((k) => k.kind === 'instrument')
const FLAGS: readonly (readonly HealthFlag[])[] = [[], ['small-hands'], ['loose-joints']]
/** Longest slur on one breath or bow, seconds, with a little for rounding to whole beats. */
const ONE_BREATH = 8.1

const LONG = process.env.VEIN_MEND_LONG_TESTS === '1'

type Bars = readonly (readonly (readonly number[])[])[]

/** What each staff should show, bar by bar: written MIDI numbers of each note or chord that sounds in it. */
function meant({ lines, beatsPerBar }: Exercise): readonly Bars[] {
  return lines.map((l) => {
    const bars: number[][][] = Array.from({ length: beatsOf(l) / beatsPerBar }, () => [])
    let at = 0
    for (const n of l.notes) {
      const last = Math.ceil((at + n.beats) / beatsPerBar - 1e-9)
      const struck = n.pitches.map(midiOf)
      for (let b = Math.floor(at / beatsPerBar + 1e-9); b < last; b++) {
        if (struck.length > 0) bars[b]!.push(struck)
      }
      at += n.beats
    }
    return bars
  })
}

/** Where each written note begins, seconds, and what it sounds, counted by hand from the lines alone. */
function writtenAt({ lines, tempo, transpose }: Exercise) {
  return lines.flatMap((l) => {
    let at = 0
    return l.notes.flatMap((n) => {
      const onset = (at * 60) / Math.round(tempo)
      at += n.beats
      return n.pitches.map((p) => ({ at: onset, midi: midiOf(p) + transpose }))
    })
  })
}

/** A note that is written as several tied ones, or that comes again, stands once. */
function collapsed(bars: Bars): Bars {
  return bars.map((bar) => bar.filter((n, i) => String(n) !== String(bar[i - 1])))
}

interface Made {
  readonly where: string
  readonly rung: Rung
  readonly exercise: Exercise
  readonly sound: InstrumentSound
  readonly small: boolean
}

function rungsWithNotes(k: Knowledge): readonly Rung[] {
  return k.remedies.flatMap((r) => r.rungs.filter((x) => x.notes))
}

/** What a rung's notes are made from: two with the same have the same notes. */
const asksFor = (r: Rung) => JSON.stringify([r.notes, r.dose, r.condition])

/** Exercises that have been drawn and read. */
const DRAWN = new Set<string>()

/** Each rung for each answer about the equipment, each key, each flag that could change it, and either hand first. */
const MADE = new Map<string, readonly Made[]>()

function everyExercise(k: Knowledge): readonly Made[] {
  const known = MADE.get(k.name) ?? [...makeEvery(k)]
  MADE.set(k.name, known)
  return known
}

function* makeEvery(k: Knowledge): Generator<Made> {
  const by = k.sound!.by
  const answers = by ? k.equipment.find((e) => e.id === by.fact)!.answers : ['']
  for (const answer of answers)
    for (const [turn, flags] of FLAGS.entries())
      // In turn, so that each key has its day with one of the flags; with all of them with --long.
      for (const key of KEYS_BY_FOURTHS.filter((_, i) => LONG || (i + turn) % FLAGS.length === 0))
        for (const rung of rungsWithNotes(k)) {
          const equipment: Record<string, string> = by ? { [by.fact]: answer } : {}
          const facts: StudentFacts = {
            stage: 'elementary',
            ageBand: 'child',
            flags,
            equipment,
            schools: {},
          }
          const weaker = key.length > 1 ? 'right' : 'left'
          const exercise = rungExercise(rung, k, facts, { key, weaker })!
          const small = flags.includes('small-hands')
          const where = `${rung.id} in ${key}, ${answer} ${flags.join()}`
          yield { where, rung, exercise, sound: soundFor(k.sound!, facts), small }
        }
}

const pitchesOf = (l: Line) => l.notes.flatMap((n) => n.pitches)

/** When and what each hand plays, as written: beats from the start. */
function handSpans(exercise: Exercise, hand: 'right' | 'left') {
  const line = exercise.lines.find((l) => l.hand === hand)
  let at = 0
  return (line?.notes ?? []).flatMap((n) => {
    const from = at
    at += n.beats
    return n.pitches.length > 0 ? [{ from, to: at, midi: n.pitches.map(midiOf) }] : []
  })
}

/** Moments at which both hands sound, with the highest of the left and the lowest of the right. */
function together(exercise: Exercise) {
  return handSpans(exercise, 'right').flatMap((r) =>
    handSpans(exercise, 'left')
      .filter((l) => l.from < r.to && r.from < l.to)
      .map((l) => ({ left: Math.max(...l.midi), right: Math.min(...r.midi) })),
  )
}

/** Seconds of each slur; throws where one is not closed or a rest lies in it. */
function slurs(exercise: Exercise): number[] {
  return exercise.lines.flatMap((l) => {
    const lengths: number[] = []
    let open: number | null = null
    for (const n of l.notes) {
      if (n.slur === 'start') {
        if (open !== null) throw new Error('a slur begins in a slur')
        open = 0
      }
      if (open !== null) {
        if (n.pitches.length === 0) throw new Error('a rest in a slur')
        open += (n.beats * 60) / exercise.tempo
      }
      if (n.slur === 'end') {
        if (open === null) throw new Error('a slur ends that did not begin')
        lengths.push(open)
        open = null
      }
    }
    if (open !== null) throw new Error('a slur does not end')
    return lengths
  })
}

/** Semitones above the open string that a finger of first position stops, widest reading; frets count by ones. */
const STOPS: Readonly<Record<string, Readonly<Record<string, readonly number[]>>>> = {
  violin: { 0: [0], 1: [1, 2], 2: [3, 4], 3: [5, 6], 4: [7] },
  viola: { 0: [0], 1: [1, 2], 2: [3, 4], 3: [5, 6], 4: [7] },
  mandolin: { 0: [0], 1: [1, 2], 2: [3, 4], 3: [5, 6], 4: [7] },
  cello: { 0: [0], 1: [1, 2], 2: [3], 3: [4], 4: [5, 6] },
  guitar: { 0: [0], 1: [1], 2: [2], 3: [3], 4: [4] },
}

describe.each(instruments.map((k) => [k.name, k] as const))('%s', (_name, k) => {
  test('has a sound and at least three rungs with notes', () => {
    expect(k.sound).not.toBeNull()
    expect(rungsWithNotes(k).length).toBeGreaterThanOrEqual(3)
  })

  test('every exercise stays on the instrument, under the hand, in whole bars', () => {
    const wrong = everyExercise(k).flatMap(({ where, rung, exercise, sound, small }) => {
      const pitches = exercise.lines.flatMap(pitchesOf)
      const narrow = small && rung.notes!.make === 'cadence'
      const span = narrow ? SPAN_SEMITONES.small : SPAN_SEMITONES.usual
      const uneven = exercise.lines.filter(
        (l) => Math.abs(beatsOf(l) % exercise.beatsPerBar) >= 1e-9,
      )
      return [
        ...(pitches.length > 0 ? [] : [`nothing sounds: ${where}`]),
        ...pitches.filter((p) => !inside(sound, p)).map((p) => `${p} is outside: ${where}`),
        ...(exercise.lines.every((l) => underOneHand(l, span)) ? [] : [`too wide: ${where}`]),
        ...uneven.map(() => `not in whole bars: ${where}`),
      ]
    })
    expect(wrong).toEqual([])
  })

  test('hands are never on one key and never cross, and are those that the rung speaks of', () => {
    for (const { where, rung, exercise, sound } of everyExercise(k)) {
      const both = together(exercise)
      expect(
        both.filter((b) => b.left >= b.right),
        where,
      ).toEqual([])
      if (sound.lowerClef === null) continue
      const sounds = (hand: 'right' | 'left') => handSpans(exercise, hand).length > 0
      const { hands } = rung.dose
      const alone = sound.left === 'buttons' && !sounds('left')
      if (alone) {
        // Shapes and travels over keys are not asked of bass buttons.
        const keysOnly = ['blocks', 'shifts', 'chromatic', 'figure']
        if (hands !== 'right') expect(keysOnly, where).toContain(rung.notes!.make)
        expect(sounds('right'), where).toBe(true)
        continue
      }
      if (hands === 'right') expect([sounds('right'), sounds('left')], where).toEqual([true, false])
      if (hands === 'both') expect(both.length, where).toBeGreaterThan(0)
      if (hands === 'each' || hands === 'weaker first' || hands === 'right - left') {
        expect([sounds('right'), sounds('left'), both.length], where).toEqual([true, true, 0])
      }
    }
  })

  test('slurs are closed, without a rest, and no longer than a breath or a bow; only where the words say so', () => {
    const blown = ['reed', 'flute', 'brass', 'bowed'].includes(k.sound!.family)
    for (const { where, rung, exercise } of everyExercise(k)) {
      const lengths = slurs(exercise)
      if (blown) expect(Math.max(0, ...lengths), where).toBeLessThanOrEqual(ONE_BREATH)
      if (/\b(too|doo|tongue|detached|rests between)\b/i.test(rung.instruction)) {
        const joined = /slurred|joined|one air/i.test(rung.instruction)
        if (!joined) expect(lengths, where).toEqual([])
      }
    }
  })

  test('fingers are the instrument’s own: numbered on keys, or as its table has them', () => {
    const kind = k.sound!.fingering
    for (const { where, exercise, sound } of everyExercise(k)) {
      for (const l of exercise.lines) {
        const numbered = l.notes.some((n) => n.fingers !== undefined)
        const keys =
          sound.fingering === 'keyboard' ||
          (sound.fingering === 'keyboard-right' && l.hand === 'right')
        if (!keys) expect(numbered, where).toBe(false)
        for (const n of l.notes) {
          if (n.fingers) expect(n.fingers.length, where).toBe(n.pitches.length)
          const [pitch] = n.pitches
          if (kind === null || pitch === undefined || !(kind in STOPS)) continue
          const finger = instrumentFinger(kind, pitch)
          if (finger === null) continue
          const open = stringsOf(kind).findLast((s) => midiOf(s) <= midiOf(pitch))!
          expect(STOPS[kind]![finger], `${where}: ${pitch}`).toContain(midiOf(pitch) - midiOf(open))
        }
      }
    }
  })

  test('what is played as MIDI is what is written, moved to where the instrument sounds', () => {
    for (const { where, exercise } of everyExercise(k).filter((_, n) => LONG || n % 7 === 0)) {
      const rolled = exercise.lines.some((l) => l.notes.some((n) => n.marks?.includes('roll')))
      const written = writtenAt(exercise)
      const played = midiNotes(midiFile(exercise))
      if (!rolled) expect(played.length, where).toBe(written.length)
      // A roll is many strokes: the first of each is the note.
      const heard = new Set(played.map((n) => `${n.at.toFixed(2)} ${n.midi}`))
      const missing = written.filter((n) => !heard.has(`${n.at.toFixed(2)} ${n.midi}`))
      expect(missing, where).toEqual([])
    }
  })

  test('everything that is written sounds, and is made twice alike', () => {
    const [first] = everyExercise(k)
    const silent = everyExercise(k).filter(
      ({ exercise }) => !timeline(exercise).every((n) => n.midi > 0 && n.seconds > 0),
    )
    expect(silent.map((m) => m.where)).toEqual([])
    const [again] = makeEvery(k)
    expect(again!.exercise).toEqual(first!.exercise)
  })

  // What Verovio drew is read as a player reads it, and must be what was meant; all keys with `./mend test --long`.
  // Rungs that ask for the same notes are drawn once, and what one instrument has had drawn another need not.
  test('read from the lines, the clef, the signature and the signs, every note is the one that is meant', async () => {
    const facts = { stage: 'elementary', ageBand: 'child', flags: [], equipment: {}, schools: {} }
    const unlike = new Map(rungsWithNotes(k).map((r) => [asksFor(r), r]))
    for (const [i, rung] of [...unlike.values()].entries()) {
      // One in three; all of them with --long.
      if (!LONG && i % 3 > 0) continue
      const keys = LONG ? KEYS_BY_FOURTHS : [KEYS_BY_FOURTHS[(i * 5) % KEYS_BY_FOURTHS.length]!]
      for (const key of keys) {
        const exercise = rungExercise(rung, k, facts as unknown as StudentFacts, { key })!
        const drawing = JSON.stringify({ ...exercise, title: '' })
        if (DRAWN.has(drawing)) continue
        DRAWN.add(drawing)
        const read = sightRead(await engrave(exercise))
        const where = `${rung.id} in ${key}`
        expect(read.map(collapsed), where).toEqual(meant(exercise).map(collapsed))
      }
    }
  })
})

test('some accidentals are due at all', () => {
  const k = packs.get('piano')!
  const rung = rungsWithNotes(k).find((r) => r.notes!.make === 'chromatic')!
  const facts = { stage: 'elementary', ageBand: 'child', flags: [], equipment: {}, schools: {} }
  const xml = musicXml(rungExercise(rung, k, facts as unknown as StudentFacts)!)
  expect(xml.split('</accidental>').length).toBeGreaterThan(10)
})

describe('equipment acts', () => {
  const made = (id: string, equipment: Record<string, string>, make: string) => {
    const k = packs.get(id)!
    const rung = rungsWithNotes(k).find((r) => r.notes!.make === make)!
    const facts = { stage: 'elementary', ageBand: 'child', flags: [], equipment, schools: {} }
    return rungExercise(rung, k, facts as unknown as StudentFacts)!
  }

  test('lines are left out where strings are missing: a 34-string harp has no note of a 36-string one below it', () => {
    const harp = packs.get('harp')!
    const lowest = (strings: string) => {
      const facts = { equipment: { strings } } as unknown as StudentFacts
      return soundFor(harp.sound!, facts).low
    }
    expect(midiOf(lowest('34'))).toBeGreaterThan(midiOf(lowest('36')))
  })

  // Saxophones in B flat and E flat: an alto sounds a major sixth below what is written, a tenor a major ninth.
  test('an alto, a tenor and a baritone saxophone read the same and sound their own', () => {
    const of = (size: string) => made('saxophone', { size }, 'add-a-finger')
    expect(of('tenor').lines).toEqual(of('alto').lines)
    expect([of('alto'), of('tenor'), of('baritone')].map((e) => e.transpose)).toEqual([
      -9, -14, -21,
    ])
  })

  // The standard bass has one button for each note, written up to the middle line; common practice, no source.
  test('an accordion’s left hand has single basses on buttons, and keys where its bass is free', () => {
    const k = packs.get('accordion')!
    const left = (answer: string, id: string) => {
      const rung = rungsWithNotes(k).find((r) => r.id === id)!
      const facts = { stage: 'elementary', flags: [], equipment: { 'bass-system': answer } }
      const made = rungExercise(rung, k, facts as unknown as StudentFacts, { key: 'F' })!
      return made.lines[1]!.notes.filter((n) => n.pitches.length > 0).map((n) => n.pitches)
    }
    const written = left('standard bass', 'five-notes-in-the-house').flat()
    expect(written.slice(0, 5)).toEqual(['F2', 'G2', 'A2', 'Bb2', 'C3'])
    expect(written.every((p) => midiOf(p) <= midiOf('Eb3'))).toBe(true)
    expect(left('free bass', 'five-notes-in-the-house')[0]).toEqual(['F3'])
    // Whole shapes under the hand are for keys.
    expect(left('standard bass', 'blocks-with-a-lift')).toEqual([])
    expect(left('free bass', 'blocks-with-a-lift').length).toBeGreaterThan(0)
    expect(left('standard bass', 'the-root-below').every((p) => p.length === 1)).toBe(true)
  })

  // The first string's ninth fret is a C sharp, written D flat above the staff here; a guitar has nineteen frets.
  test('a guitar’s three positions are on its three highest strings', () => {
    const [line] = made('guitar', {}, 'pluck').lines
    const shapes = new Set(line!.notes.map((n) => n.pitches.join(' ')))
    expect([...shapes]).toEqual(['A4 C5 F5', 'C#5 E5 A5', 'F5 Ab5 Db6'])
  })

  // A horn in B flat alone has its part in F: written F4 is open, written C4 is open, written D4 is first and third.
  test('a single B flat horn has fingers of its own', () => {
    const words = (kind: string) =>
      made('horn', { 'horn-kind': kind }, 'growth').lines[0]!.notes.map((n) => n.words)
    expect(words('single F').slice(0, 2)).toEqual(['0', '1'])
    expect(words('single B♭').slice(0, 2)).toEqual(['0', '1-2'])
  })
})
