/** Files read back by libraries that had no part in writing them. */
import { joinExercises, makeExercise, musicXml, timeline } from '@vein-mend/core/music'
import type { Exercise } from '@vein-mend/core/music'
import type { Knowledge, StudentFacts } from '@vein-mend/core/packs'
import { rungExercise } from '@vein-mend/core/remedy'
import { describe, expect, test } from 'vitest'
import { svgForPaper } from './svgForPaper'
import { VerovioToolkit } from 'verovio/esm'
import createVerovioModule from 'verovio/wasm'
import { midiNotes } from '../test/midiNotes'
import { sightRead } from '../test/sightReader'
import { shippedPacks } from '../test/studio'
import { engrave, midiFile } from '../notation'
import { readPassage } from '../notation/readPiece'
import { ladderPaper } from './index'

const packs = await shippedPacks()
const reader = new VerovioToolkit(await createVerovioModule())

function someExercises(): readonly (readonly [string, Exercise])[] {
  const wanted: readonly (readonly [string, string, string])[] = [
    ['harp', 'left-twice', 'Right once - left twice'],
    ['horn', 'whole-breath', 'Five notes on one breath'],
    ['piano', 'speak-the-hands', 'One holds'],
    ['piano', 'cadence-drill', 'Roots below'],
    ['piano', 'chromatic-ladder', 'One octave'],
    ['guitar', 'follow-the-colour', 'Three places'],
    ['clarinet', 'low-note-ladder', 'Lift the whole left hand'],
    ['marimba', 'slow-roll', 'Scale in half notes'],
  ]
  return wanted.map(([id, remedy, name]) => {
    const k: Knowledge = packs.get(id)!
    const rung = k.remedies.find((r) => r.id === remedy)!.rungs.find((r) => r.name === name)!
    const student = {
      key: k.sound!.key,
      tempo: 72,
      smallHand: false,
      weaker: null,
      looseJoints: false,
      hands: 'in-turn' as const,
    }
    return [`${id}: ${name}`, makeExercise(rung.notes!, k.sound!, student)] as const
  })
}

function expectSameNotes(found: { at: number; midi: number }[], exercise: Exercise): void {
  const made = timeline(exercise)
  expect(found.map((n) => n.midi)).toEqual(made.map((n) => n.midi))
  found.forEach((n, i) => expect(n.at).toBeCloseTo(made[i]!.onsetSeconds, 2))
}

describe.each(someExercises())('%s', (_name, exercise) => {
  // midifile is an independent reader of Standard MIDI Files (MIDI Association, SMF 1.0).
  test('as MIDI, read by midifile, has every note at its time', () => {
    expectSameNotes(midiNotes(midiFile(exercise)), exercise)
  })

  // Verovio reads MusicXML (W3C, 4.0) on its own and plays it as MIDI: pitch, transposition and rhythm come back.
  test('as MusicXML, read by Verovio, has every note at its time', () => {
    expect(reader.loadData(musicXml(exercise))).toBe(1)
    const played = midiNotes(Buffer.from(reader.renderToMIDI(), 'base64'))
    const plain = {
      ...exercise,
      lines: exercise.lines.map((l) => ({
        ...l,
        notes: l.notes.map((n) => ({ ...n, marks: [] })),
      })),
    }
    // A roll is written as a tremolo, which Verovio plays out; its first strokes are the notes themselves.
    if (exercise.lines.some((l) => l.notes.some((n) => n.marks?.includes('roll')))) {
      const onsets = new Set(timeline(plain).map((n) => `${n.onsetSeconds.toFixed(2)} ${n.midi}`))
      const back = new Set(played.map((n) => `${n.at.toFixed(2)} ${n.midi}`))
      for (const onset of onsets) expect(back).toContain(onset)
    } else expectSameNotes(played, plain)
  })

  test('is engraved as notes', async () => {
    const svg = await engrave(exercise)
    expect(svg.startsWith('<svg')).toBe(true)
    const heads = svg.match(/class="notehead/g)?.length ?? 0
    const written = exercise.lines.flatMap((l) => l.notes.flatMap((n) => n.pitches)).length
    expect(heads).toBeGreaterThanOrEqual(written)
  })

  // The Standard Music Font Layout keeps its signs in U+E000 to U+F8FF; the typefaces of the page have none of them.
  test('goes to paper with its tempo and without a sign the page cannot set', async () => {
    const svg = svgForPaper(await engrave(exercise))
    expect(svg).not.toMatch(/[\uE000-\uF8FF]/)
    expect(svg).not.toContain('@font-face')
    expect(svg).toContain(`= ${Math.round(exercise.tempo)}</text>`)
    // A PDF reads no style sheet: a line without a colour of its own is not there.
    const lines = svg.match(/<path [^>]*stroke-width[^>]*>/g)!
    expect(lines.length).toBeGreaterThanOrEqual(5)
    expect(lines.filter((line) => !line.includes('stroke="black"'))).toEqual([])
    expect(svg.match(/class="notehead/g)).toEqual(
      (await engrave(exercise)).match(/class="notehead/g),
    )
  })
})

describe('a ladder', () => {
  test('as one piece holds every exercise in order', () => {
    const all = someExercises()
      .filter(([name]) => name.startsWith('piano'))
      .map(([, e]) => e)
    const joined = joinExercises('Ladder', all)
    expect(timeline(joined)).toHaveLength(all.reduce((n, e) => n + timeline(e).length, 0))
    expect(reader.loadData(musicXml(joined))).toBe(1)
  })

  test('as one piece reads bar by bar as each of its exercises alone, whatever their keys', async () => {
    const violin = packs.get('violin')!
    const facts = { flags: [], equipment: {} } as unknown as StudentFacts
    const all = violin.remedies
      .flatMap((r) => r.rungs)
      .filter((r) => r.notes?.make === 'growth')
      .slice(0, 4)
      .map((r, i) => rungExercise(r, violin, facts, { key: ['Eb', 'E', 'Db', 'D'][i]! })!)
    const read = async (e: Exercise) => sightRead(await engrave(e))[0]!
    const alone = await Promise.all(all.map(read))
    expect(await read(joinExercises('Ladder', all))).toEqual(alone.flat())
  })

  test('as PDF is a PDF with its pages', async () => {
    const [, exercise] = someExercises()[0]!
    const pdf = await ladderPaper('The high thumb', 'Isla Marrow', [
      {
        rung: {
          id: 'a',
          name: 'Broken chords in B♭',
          instruction: 'Slowly.',
          way: 'parts',
          condition: 'exercise',
          dose: { times: 4, minutes: 2 },
          pass: { kind: 'share', clean: 3, of: 4 },
        },
        svg: await engrave(exercise),
        advice: exercise.advice,
      },
    ])
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
    expect(pdf.length).toBeGreaterThan(5000)
  })
})

describe("the student's own piece", () => {
  const [, exercise] = someExercises().find(([n]) => n.includes('One holds'))!

  test('comes in from MusicXML bar by bar', () => {
    const read = readPassage({
      bytes: Buffer.from(musicXml(exercise)),
      fromBar: 1,
      toBar: 4,
      part: 0,
    })
    if (!read.ok) throw new Error(read.refusal.code)
    expect(timeline({ ...read.value.exercise, tempo: exercise.tempo }).map((n) => n.midi)).toEqual(
      timeline(exercise).map((n) => n.midi),
    )
    const second = readPassage({
      bytes: Buffer.from(musicXml(exercise)),
      fromBar: 2,
      toBar: 4,
      part: 0,
    })
    expect(second.ok && timeline(second.value.exercise).length).toBe(
      timeline(exercise).filter((n) => n.onsetSeconds >= 4 * (60 / 72) - 1e-6).length,
    )
  })

  test('comes in from MIDI', () => {
    const read = readPassage({ bytes: midiFile(exercise), fromBar: 1, toBar: 4, part: 0 })
    if (!read.ok) throw new Error(read.refusal.code)
    expect(timeline({ ...read.value.exercise, tempo: exercise.tempo }).map((n) => n.midi)).toEqual(
      timeline(exercise).map((n) => n.midi),
    )
  })

  test('what is no piece, and bars that are not there, are refused', () => {
    expect(
      readPassage({ bytes: Buffer.from('<html></html>'), fromBar: 1, toBar: 1, part: 0 }),
    ).toMatchObject({
      refusal: { code: 'not_a_piece' },
    })
    expect(
      readPassage({ bytes: Buffer.from([0, 1, 2]), fromBar: 1, toBar: 1, part: 0 }),
    ).toMatchObject({ ok: false })
    expect(
      readPassage({ bytes: Buffer.from(musicXml(exercise)), fromBar: 2, toBar: 9, part: 0 }),
    ).toMatchObject({
      refusal: { code: 'no_such_bars', facts: { bars: 4 } },
    })
  })
})
