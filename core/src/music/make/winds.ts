/** Wind ladders: low notes, adding fingers, switching fingerings, long notes and breath. */
import type { Exercise, InstrumentSound, Note } from '../exercise'
import { fingersFromTheTop, LOW_NOTES } from '../instrumentFingering'
import { midiOf, scaleFrom, up } from '../pitches'
import {
  exercise,
  isSlide,
  JOINED_BY_TONGUE,
  line,
  marked,
  note,
  rest,
  slurredInBreaths,
  thereAndBack,
  tonicFor,
} from './parts'
import type { ExerciseSpec, MakingFor } from './spec'

type Of<M extends ExerciseSpec['make']> = Extract<ExerciseSpec, { make: M }>

/** As long as it is easy, and never emptied by force: who blows on until the end is squeezed gets dizzy and stale. */
const EASY_BREATH =
  'Breathe in low and let the air go at once. Stop while it is still easy, and rest as long as you blew.'

/** A good low note: a fourth below where the first notes lie, or the bottom of the instrument. */
function lowNote(sound: InstrumentSound): string {
  const below = up(sound.home, '-4P')
  return midiOf(below) < midiOf(sound.low) ? sound.low : below
}

/** The note with all fingers of the first register down, and what can be played from it. */
function lowPlaces(sound: InstrumentSound, student: MakingFor) {
  const known = sound.fingering === null ? undefined : LOW_NOTES[sound.fingering]
  if (known) return known
  const low = lowNote(sound)
  const scale = scaleFrom(low)
  return { low, up: scale[3] ?? low, next: [scale[1] ?? low, scale[2] ?? low], key: student.key }
}

/** A note from which only the register key is added, to its twelfth; clarinet, from memory. */
const REGISTER = { low: 'C4', twelfth: 'G5' } as const

function lowLine(
  spec: Of<'low-note'>,
  sound: InstrumentSound,
  student: MakingFor,
): readonly Note[] {
  const { low, up: upper, next } = lowPlaces(sound, student)
  const [second = low, third = low] = next
  const held = [note(low, 4), rest(4)]
  switch (spec.step) {
    case 'hold':
      return [...held, ...held]
    case 'lift-left':
      return [
        note(low, 2, { words: 'all down' }),
        note(upper, 2, { words: 'left up' }),
        note(low, 2, { words: 'all down' }),
        note(upper, 2, { words: 'left up' }),
        ...held,
      ]
    case 'patterns':
      return [
        ...[low, second, third, low].map((p) => note(p, 2)),
        rest(8),
        ...[third, second].map((p) => note(p, 2)),
        note(low, 4),
        rest(8),
      ]
    case 'steps':
      return thereAndBack([low, second, third]).map((p) => note(p, 2))
    case 'register-key':
      return [0, 1].flatMap(() => [note(REGISTER.low, 2), note(REGISTER.twelfth, 2)])
  }
}

const LOW_WORDS: Readonly<
  Record<Of<'low-note'>['step'], { readonly title: string; readonly advice: readonly string[] }>
> = {
  hold: { title: 'The low note', advice: ['The low note may need a few weeks.'] },
  'lift-left': {
    title: 'Lift the left hand',
    advice: ['Three fingers flex together and the thumb stays.'],
  },
  patterns: {
    title: 'Repeat after me',
    advice: ['The teacher or a recording first; you answer in the rests.'],
  },
  steps: { title: 'Up by steps', advice: ['The jaw does not follow the notes up.'] },
  'register-key': {
    title: 'Low note and its twelfth',
    advice: ['Only the thumb moves: it rolls, and keeps its hole shut.'],
  },
}

/** Holes to be felt are a clarinet's; on a saxophone it is the pearls. */
function feelIt(sound: InstrumentSound): readonly string[] {
  if (sound.fingering === 'clarinet') {
    return ['Go through thumb, 1, 2, 3 and 1, 2, 3 and feel each hole; then the breath.']
  }
  if (sound.fingering === 'saxophone') {
    return ['Go through 1, 2, 3 and 1, 2, 3 and feel each pearl go down; then the breath.']
  }
  return []
}

export function lowNotes(
  spec: Of<'low-note'>,
  sound: InstrumentSound,
  student: MakingFor,
): Exercise {
  const key = spec.step === 'register-key' ? 'C' : lowPlaces(sound, student).key
  const { title, advice } = LOW_WORDS[spec.step]
  const lines = [line(sound, null, lowLine(spec, sound, student))]
  const feel = spec.step === 'hold' || spec.step === 'lift-left' ? feelIt(sound) : []
  return exercise(title, sound, { ...student, key }, lines, [...feel, ...advice])
}

/** From the first note of the table down, one finger more for each. */
export function addAFinger(sound: InstrumentSound, student: MakingFor): Exercise {
  const notes = fingersFromTheTop(sound.fingering).flatMap((pitch) => [
    note(pitch, 2),
    note(pitch, 2),
  ])
  return exercise(
    'One finger more',
    sound,
    { ...student, key: 'C' },
    [line(sound, null, notes)],
    [
      'Fingers add from the top. The left three stay down before any right finger.',
      'Start each note with the tongue, after a deep breath; fingers close to the keys.',
    ],
  )
}

/** Notes up to which a figure is gone through twice. */
const IN_TURN_MOST = 4

export function switching(
  spec: Of<'switching'>,
  sound: InstrumentSound,
  student: MakingFor,
): Exercise {
  const beats = spec.beats ?? 1
  const named = (each: number) =>
    spec.notes.map((pitch, i) => note(pitch, each, spec.words[i] ? { words: spec.words[i] } : {}))
  const bare = (each: number) => spec.notes.map((pitch) => note(pitch, each))
  const again = {
    // Two notes are played in turn once more; a longer line is whole in itself.
    none: () => (spec.notes.length > IN_TURN_MOST ? [] : named(beats)),
    twice: () => bare(beats / 2).flatMap((n) => [n, n]),
    eighths: () => [...bare(beats / 2), ...bare(beats / 2)],
  }[spec.then ?? 'none']()
  const all = [...named(beats), ...again].map((n, i): Note =>
    spec.slurred === true ? { ...n, slur: i % 2 === 0 ? 'start' : 'end' } : n,
  )
  const words = spec.words.some((w) => w !== '') ? ['Say the words before you play them.'] : []
  return exercise('On and off', sound, { ...student, key: 'C' }, [line(sound, null, all)], words)
}

/** Down and up in the time of the note: the plucked string's long note. */
function tremolo(home: string): readonly Note[] {
  const long = marked(note(home, 4), 'roll')
  return [0, 1].flatMap(() => [{ ...long, strokes: TREMOLO_STROKES }, rest(4)])
}
const TREMOLO_STROKES = 6

export function longNotes(
  spec: Of<'long-notes'>,
  sound: InstrumentSound,
  student: MakingFor,
): Exercise {
  const home = tonicFor(sound, student)
  const made = (title: string, notes: readonly Note[], advice: readonly string[]) =>
    exercise(title, sound, student, [line(sound, null, notes)], advice)
  const { tempo } = student
  switch (spec.step) {
    case 'one':
      return sound.family === 'plucked'
        ? made('Long notes', tremolo(home), [
            'Down and up evenly, ending on a down stroke in time.',
          ])
        : made('One note', [note(home, 4), rest(4), note(home, 4), rest(4)], [EASY_BREATH])
    case 'four-starts':
      return made(
        'Four starts on one breath',
        [0, 1].flatMap(() => [...[0, 1, 2, 3].map(() => note(home, 1)), rest(4)]),
        ['The air goes on under the tongue.'],
      )
    case 'siren': {
      const glide = [home, up(home, '5P'), home, up(home, '-4P')].map((p) => note(p, 2))
      const alone = { ...sound, fingering: null }
      const notes = [line(alone, null, slurredInBreaths(glide, tempo))]
      return exercise('Siren', alone, student, notes, [
        'On the mouthpiece alone: slide without a gap. The notes say how far, not which steps.',
      ])
    }
    case 'five': {
      const run = thereAndBack(scaleFrom(home).slice(0, 5)).map((n) => note(n, 1))
      const slide = isSlide(sound)
      return made('Five notes on one breath', slide ? run : slurredInBreaths(run, tempo), [
        'The last as full as the first. Faster, if the breath is short.',
        ...(slide ? [JOINED_BY_TONGUE] : []),
      ])
    }
  }
}
