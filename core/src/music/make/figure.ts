/** Notes as a teacher says them: degrees of the key, strings with frets, or names, one after another. */
import { without } from '../../kit'
import type { Exercise, Hand, InstrumentSound, Mark, Note } from '../exercise'
import { stringsOf } from '../instrumentFingering'
import { sharpNamed, midiOf, octaves, scaleFrom } from '../pitches'
import {
  bowed,
  chord,
  exercise,
  handLines,
  isSlide,
  isTwoHanded,
  JOINED_BY_TONGUE,
  leftOf,
  line,
  rest,
  tonicFor,
} from './parts'
import type { ExerciseSpec, MakingFor } from './spec'

type Figure = Extract<ExerciseSpec, { make: 'figure' }>

/** One pitch: the home note, a degree (with `,` an octave lower), a string with its fret, or a name. */
const PITCH = /^(?:h|(?<degree>\d{1,2})(?<low>,?)|s(?<string>\d)f(?<fret>\d{1,2})|[A-G][#b]?\d)$/
/** Pitches or a rest, length, sign, slur and words; the shape of a figure's note says the same at the border. */
const TOKEN =
  /^(?<open>\()?(?<what>[-hsf\dA-G#b+,]+)(?::(?<beats>\d+(?:\.\d+)?))?(?:(?<mark>[.^nv])|~(?<strokes>\d{1,2}))?(?<close>\))?(?: (?<words>\S.*))?$/

/** Strokes of a pick, down and up, are written with the signs of the bow. */
const MARK_SIGNS: Readonly<Record<string, Mark>> = {
  '.': 'staccato',
  '^': 'lift',
  n: 'down-bow',
  v: 'up-bow',
}
const DEGREES = 7

interface Place {
  readonly sound: InstrumentSound
  /** The first degree. */
  readonly tonic: string
  readonly tempo: number
  readonly hand: Hand | null
}

function degreeOf(tonic: string, degree: number): string {
  const step = (degree - 1) % DEGREES
  return octaves(scaleFrom(tonic)[step] ?? tonic, Math.floor((degree - 1) / DEGREES))
}

function pitchOf(said: string, { sound, tonic }: Place): string {
  const { degree, low, string, fret } = PITCH.exec(said)?.groups ?? {}
  if (degree !== undefined) return octaves(degreeOf(tonic, Number(degree)), low === ',' ? -1 : 0)
  if (string !== undefined) {
    const open = stringsOf(sound.fingering).at(-Number(string)) ?? sound.home
    return sharpNamed(midiOf(open) + Number(fret))
  }
  return said === 'h' ? sound.home : said
}

/** Degrees that lie under five fingers have a finger each. */
function fingerOf(said: string, hand: Hand): number | null {
  if (!/^[1-5]$/.test(said)) return null
  return hand === 'right' ? Number(said) : 6 - Number(said)
}

/** @throws RangeError on a token that is none; the border has read them before */
function noteOf(token: string, place: Place): Note {
  const found = TOKEN.exec(token)?.groups
  if (!found) throw new RangeError(`no such note: ${token}`)
  const { open, what = '', beats = '1', mark, strokes, close, words } = found
  const said = words === undefined ? {} : { words }
  if (what === '-') return { ...rest(Number(beats)), ...said }
  const names = what.split('+')
  const fingers = names.map((n) => fingerOf(n, place.hand ?? 'right'))
  const struck = chord(
    names.map((n) => pitchOf(n, place)),
    Number(beats),
    {
      ...said,
      // In the order of the pitches, lowest first: the left hand's fingers fall as they rise.
      ...(fingers.includes(null) ? {} : { fingers: fingers.map((f) => f ?? 1) }),
      ...(open === undefined ? {} : { slur: 'start' as const }),
      ...(close === undefined ? {} : { slur: 'end' as const }),
    },
  )
  if (strokes !== undefined) {
    return { ...struck, marks: ['roll'], strokes: (Number(strokes) * place.tempo) / 60 }
  }
  const sign = mark === undefined ? undefined : MARK_SIGNS[mark]
  return sign ? { ...struck, marks: [sign] } : struck
}

const STICKS = ['R', 'L'] as const

/** What the instrument adds of itself: bows and sticks in turn where nobody said which, no slurs on a slide. */
function played(notes: readonly Note[], sound: InstrumentSound): readonly Note[] {
  const said = notes.some((n) => n.slur !== undefined || n.marks?.includes('down-bow'))
  if (isSlide(sound)) {
    return notes.map((n) => without(n, 'slur'))
  }
  if (sound.family === 'bowed') return said ? notes : bowed(notes)
  if (sound.family !== 'mallets' || notes.some((n) => n.words !== undefined)) return notes
  let strokes = 0
  return notes.map((n) => {
    if (n.pitches.length === 0) return n
    strokes += 1
    return { ...n, words: STICKS[(strokes - 1) % STICKS.length] as string }
  })
}

/** Only degrees move with the key. */
function hasDegrees(tokens: readonly string[]): boolean {
  return tokens.some((t) => /^\(?\d/.test(t))
}

/** The figure as it is said, for the hands, or the feet, that it is said for. */
export function figure(spec: Figure, sound: InstrumentSound, student: MakingFor): Exercise {
  const { right = [], left = [], feet = [] } = spec
  const moves = hasDegrees([...right, ...left])
  const inKey = moves ? student : { ...student, key: 'C' }
  const tonic = tonicFor(sound, inKey)
  const { tempo } = student
  const notesOf = (tokens: readonly string[], hand: Hand | null) => {
    const place = { sound, tonic: hand === 'left' ? leftOf(tonic) : tonic, tempo, hand }
    return played(
      tokens.map((t) => noteOf(t, place)),
      sound,
    )
  }
  const advice = isSlide(sound) && right.some((t) => t.startsWith('(')) ? [JOINED_BY_TONGUE] : []
  const made = (lines: Exercise['lines']) => exercise('Figure', sound, inKey, lines, advice)
  if (feet.length > 0) {
    const under = { ...sound, clef: 'bass' as const, fingering: null }
    return made([line(under, null, notesOf(feet, null))])
  }
  if (!isTwoHanded(sound)) return made([line(sound, null, notesOf(right, null))])
  if (right.length > 0 && left.length > 0) {
    const own = { right, left }
    return made(handLines(sound, student, (hand) => notesOf(own[hand], hand)))
  }
  if (left.length > 0 || !moves) {
    return made([
      line(sound, 'right', notesOf(right, 'right')),
      line(sound, 'left', notesOf(left, 'left')),
    ])
  }
  return made(handLines(sound, student, (hand) => notesOf(right, hand)))
}
