/**
 * What must be known of a student reaches every rung of every pack: its notes and its words together. The limits are from
 * memory, no source; that a small hand plays no octaves and who gets dizzy blows no long tones is common practice.
 */
import { diagnose } from '@vein-mend/core/diagnosis'
import { midiOf } from '@vein-mend/core/music'
import type { Note } from '@vein-mend/core/music'
import { flagsAsked, HEALTH_FLAGS } from '@vein-mend/core/packs'
import type { HealthFlag, Knowledge, Strain, StudentFacts } from '@vein-mend/core/packs'
import {
  BREATH_SECONDS_MOST,
  buildLadder,
  carefulCheck,
  HAND_SPAN_MOST,
  isRepetitive,
  REPEATED_TURN_MINUTES,
  rungExercise,
  SHORT_TURN_MINUTES,
} from '@vein-mend/core/remedy'
import { describe, expect, test } from 'vitest'
import { factsWith as facts, rungsFor } from '../test/rungs'
import { PLAIN_FACTS, shippedPacks } from '../test/studio'

const packs = await shippedPacks()
const instruments = [...packs.values()].filter((k) => k.kind === 'instrument')
const BLOWN = ['reed', 'flute', 'brass']

const spanOf = ({ pitches }: Note) =>
  pitches.length < 2 ? 0 : midiOf(pitches.at(-1)!) - midiOf(pitches[0]!)

/** Longest time blown without a breath, in seconds. */
function longestBlown(notes: readonly Note[], tempo: number): number {
  let [blown, most] = [0, 0]
  for (const { pitches, beats, marks } of notes) {
    blown = pitches.length === 0 ? 0 : blown + beats
    most = Math.max(most, blown)
    if (marks?.includes('breath')) blown = 0
  }
  return (60 * most) / tempo
}

/** Slurs that begin or end twice, or over which somebody breathes. */
function slursIn(notes: readonly Note[]): readonly string[] {
  let open = false
  return notes.flatMap(({ slur, marks }) => {
    const wrong = (slur === 'start' && open) || (slur === 'end' && !open)
    if (slur) open = slur === 'start'
    return wrong || (open && marks?.includes('breath')) ? [slur ?? 'breath'] : []
  })
}

describe.each(instruments.map((k) => [k.name, k] as const))('%s', (_name, k) => {
  test.each(['small-hands', 'loose-joints'] as const)('%s: no chord beyond the hand', (flag) => {
    if (k.sound?.family !== 'keyboard') return
    for (const { rung } of rungsFor(k, facts(flag))) {
      const notes = rungExercise(rung, k, facts(flag))?.lines.flatMap((l) => l.notes) ?? []
      const wide = notes.filter((n) => spanOf(n) > HAND_SPAN_MOST)
      expect(wide, rung.name).toEqual([])
    }
  })

  test('who gets dizzy from blowing has a breath before it is long, and as many beats as before', () => {
    if (!BLOWN.includes(k.sound?.family ?? '')) return
    const dizzy = facts('dizzy-when-blowing')
    for (const { rung } of rungsFor(k, dizzy)) {
      const [made, plain] = [rungExercise(rung, k, dizzy), rungExercise(rung, k, PLAIN_FACTS)]
      if (!made || !plain) continue
      made.lines.forEach((line, i) => {
        // A beat is the least that can be cut.
        const most = BREATH_SECONDS_MOST + 60 / made.tempo
        expect(longestBlown(line.notes, made.tempo), rung.name).toBeLessThanOrEqual(most)
        const beats = (list: readonly Note[]) => list.reduce((sum, n) => sum + n.beats, 0)
        expect(beats(line.notes)).toBeCloseTo(beats(plain.lines[i]!.notes))
        expect(slursIn(line.notes), rung.name).toEqual([])
      })
    }
  })

  test('with braces, or lips that were hurt, nothing on brass lies more than a fifth above home', () => {
    if (k.sound?.family !== 'brass') return
    const most = midiOf(k.sound.home) + 7
    const known = [facts('braces'), facts('earlier-injury', ['lips-jaw']), facts('earlier-injury')]
    for (const f of known) {
      for (const { rung } of rungsFor(k, f)) {
        const notes = rungExercise(rung, k, f)?.lines.flatMap((l) => l.notes) ?? []
        const high = notes.flatMap((n) => n.pitches).filter((p) => midiOf(p) > most)
        expect(high, rung.name).toEqual([])
        const isPiece = !['away', 'isolated', 'exercise'].includes(rung.condition)
        if (notes.length === 0) {
          expect(rung.instruction.includes('Nothing high'), rung.name).toBe(isPiece)
          continue
        }
        // It is still something to play.
        expect(
          notes.some((n) => n.pitches.length > 0),
          rung.name,
        ).toBe(true)
      }
    }
    const arm = facts('earlier-injury', ['arm'])
    for (const { rung } of rungsFor(k, arm)) {
      expect(rung.instruction).not.toContain('Nothing high')
    }
  })

  test('what strains is neither a rung nor a check for whom it could hurt', () => {
    const hurt: readonly (readonly [Strain, StudentFacts])[] = [
      ['weight', facts('slight-build')],
      ['weight', facts('growing')],
      ['weight', facts('earlier-injury', ['arm'])],
      ['weight', facts('earlier-injury')],
      ['end-range', facts('loose-joints')],
      ['end-range', facts('small-hands')],
    ]
    for (const [strain, known] of hurt) {
      for (const { remedy, rung } of rungsFor(k, known)) {
        const written = remedy.rungs.find((r) => r.id === rung.id)!
        if (!written.strain?.includes(strain)) continue
        expect(rung.instruction, rung.name).toContain(written.instead ?? 'nothing instead')
      }
      const signs = k.findings.filter((f) => !f.byCheckOnly && !f.stop)
      const { checks } = diagnose({
        ...{ knowledge: k, facts: known, known: new Map(), answered: [], stopped: [] },
        signs: signs.slice(0, 2).map((f) => ({ finding: f.id, strength: 'marked' as const })),
      })
      expect(checks.ranked.filter((r) => r.check.strain?.includes(strain))).toEqual([])
    }
  })

  test('where notes differ from those of another student, the words say so', () => {
    for (const flag of flagsAsked(k)) {
      for (const { remedy, rung } of rungsFor(k, facts(flag))) {
        const plain = buildLadder(remedy, PLAIN_FACTS, [], k)
        const same = plain.ok ? plain.rungs.find((r) => r.id === rung.id) : undefined
        if (!same) continue
        const notesOf = (r: typeof rung, f: StudentFacts) =>
          rungExercise(r, k, f)?.lines.map((l) => l.notes) ?? null
        const changed =
          JSON.stringify(notesOf(rung, facts(flag))) !== JSON.stringify(notesOf(same, PLAIN_FACTS))
        if (changed) expect(rung.instruction, `${flag}: ${rung.name}`).not.toBe(same.instruction)
      }
    }
  })

  test('what is played for long is played in short turns where a part was hurt, and only where it is loaded', () => {
    const SAID = 'In short turns'
    const written = (remedy: Knowledge['remedies'][number], id: string) =>
      remedy.rungs.find((r) => r.id === id)!
    for (const known of [facts('earlier-injury', ['hand']), facts('earlier-injury')]) {
      for (const { remedy, rung } of rungsFor(k, known)) {
        const { loads, dose, does, condition } = written(remedy, rung.id)
        const plays = (does ?? (condition === 'away' ? 'moves' : 'plays')) === 'plays'
        const asked = known.injured!.length === 0 ? loads.length > 0 : loads.includes('hand')
        const turn = isRepetitive(rung.notes) ? REPEATED_TURN_MINUTES : SHORT_TURN_MINUTES
        const short = asked && (plays || does === 'blows') && dose.minutes > turn
        expect(rung.instruction.includes(SAID), rung.name).toBe(short)
        expect(rung.dose.minutes).toBe(short ? turn : dose.minutes)
      }
    }
  })
})

test('some notes of the trumpet do lie higher, where nothing speaks against it', () => {
  const k = packs.get('trumpet')!
  const most = midiOf(k.sound!.home) + 7
  const pitches = rungsFor(k, PLAIN_FACTS).flatMap(({ rung }) =>
    (rungExercise(rung, k, PLAIN_FACTS)?.lines ?? []).flatMap((l) =>
      l.notes.flatMap((n) => n.pitches),
    ),
  )
  expect(pitches.some((p) => midiOf(p) > most)).toBe(true)
})

test('facts are asked only of instruments they concern', () => {
  const asked = (id: string) => flagsAsked(packs.get(id)!)
  expect(asked('violin')).not.toContain('braces')
  expect(asked('piano')).not.toContain('dizzy-when-blowing')
  expect(asked('trumpet')).toEqual(HEALTH_FLAGS)
  expect(flagsAsked(null)).toEqual(HEALTH_FLAGS)
})

test('a check says what must be known of this student’s body, and the teacher’s turn nothing', () => {
  const words = (id: string, check: string, known: StudentFacts) => {
    const k = packs.get(id)!
    return carefulCheck(
      k.checks.find((c) => c.id === check)!,
      k.sound,
      known,
    )
  }
  expect(words('trumpet', 'sheet-on-wall', facts('dizzy-when-blowing'))).toEqual([
    'Short breaths, and stop before it gets light.',
  ])
  expect(words('trumpet', 'sheet-on-wall', PLAIN_FACTS)).toEqual([])
  expect(words('trumpet', 'teacher-plays-it', facts('earlier-injury'))).toEqual([])
  expect(words('piano', 'blocks-of-the-scale', facts('earlier-injury', ['hand']))).toHaveLength(1)
  expect(words('piano', 'blocks-of-the-scale', facts('earlier-injury', ['breath']))).toEqual([])
  expect(words('piano', 'blocks-of-the-scale', facts('dizzy-when-blowing'))).toEqual([])
})

test('where a small hand would stretch on a string, what is done instead is said', () => {
  const said = (id: string, flag: HealthFlag, name: string) => {
    const rungs = rungsFor(packs.get(id)!, facts(flag)).map(({ rung }) => rung)
    return rungs.find((r) => r.name === name)!.instruction
  }
  expect(said('guitar', 'small-hands', 'With a second finger')).toContain('capo')
  expect(said('guitar', 'growing', 'With a second finger')).not.toContain('capo')
  expect(said('cello', 'loose-joints', 'Octave check')).toContain('the whole hand moves instead')
  // On open strings nothing stretches.
  for (const name of ['Two open strings', 'Both together between', 'Open strings']) {
    expect(said('cello', 'loose-joints', name)).not.toContain('the whole hand moves')
  }
})
