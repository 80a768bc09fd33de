/** Wind ladders: low notes, adding fingers, switching fingerings, long notes and breath. */
import type { Exercise, InstrumentSound } from '../exercise'
import { midiOf, scaleFrom, up } from '../pitches'
import { exercise, line, note, rest, slurred, thereAndBack, tonicFor } from './parts'
import type { ExerciseSpec, MakingFor } from './spec'

type Of<M extends ExerciseSpec['make']> = Extract<ExerciseSpec, { make: M }>

/** A good low note a little above the bottom of the instrument. */
function lowNote(sound: InstrumentSound): string {
  return midiOf(up(sound.low, '2M')) < midiOf(sound.home) ? up(sound.low, '2M') : sound.low
}

/** From the low note the whole left hand lifts to the upper note and comes home. */
const LIFTED = '4P'

export function lowNotes(
  spec: Of<'low-note'>,
  sound: InstrumentSound,
  student: MakingFor,
): Exercise {
  const low = lowNote(sound)
  const upper = up(low, LIFTED)
  const advice = [
    'Go through thumb, 1, 2, 3 and 1, 2, 3 and feel each hole; then the breath.',
    'The low note may need a few weeks.',
  ]
  switch (spec.step) {
    case 'hold':
      return exercise(
        'The low note',
        sound,
        student,
        [line(sound, null, [note(low, 4), rest(4), note(low, 4), rest(4)])],
        ['Everything down, then play.', ...advice],
      )
    case 'lift-left':
      return exercise(
        'Lift the left hand',
        sound,
        student,
        [
          line(sound, null, [
            note(low, 2, { words: 'all down' }),
            note(upper, 2, { words: 'left up' }),
            note(low, 2, { words: 'all down' }),
            note(upper, 2, { words: 'left up' }),
            note(low, 4),
            rest(4),
          ]),
        ],
        ['Three fingers flex together and the thumb stays.', ...advice],
      )
    case 'patterns': {
      const middle = up(low, '2M')
      const third = up(low, '3M')
      const echo = [note(low, 1), note(middle, 1), note(third, 1), note(low, 1), rest(4)]
      const second = [note(third, 1), note(middle, 1), note(low, 2), rest(4)]
      return exercise(
        'Repeat after me',
        sound,
        student,
        [line(sound, null, [...echo, ...second])],
        ['Teacher or recording first, in the rests.'],
      )
    }
  }
}

export function addAFinger(sound: InstrumentSound, student: MakingFor): Exercise {
  const down = ['1P', '-2M', '-3M', '-5P', '-6M', '-7M'].map((i) => up(sound.home, i))
  const notes = down.flatMap((pitch, i) => [
    note(pitch, 2, { words: String(i + 1) }),
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

export function switching(
  spec: Of<'switching'>,
  sound: InstrumentSound,
  student: MakingFor,
): Exercise {
  const notes = spec.notes.map((pitch, i) =>
    note(pitch, 1, spec.words[i] ? { words: spec.words[i] } : {}),
  )
  return exercise(
    'On and off',
    sound,
    student,
    [line(sound, null, [...notes, ...notes])],
    ['Say the words before you play them.'],
  )
}

export function longNotes(
  spec: Of<'long-notes'>,
  sound: InstrumentSound,
  student: MakingFor,
): Exercise {
  const home = tonicFor(sound, student)
  switch (spec.step) {
    case 'one':
      return exercise(
        'One note, all the air',
        sound,
        student,
        [line(sound, null, [note(home, 4), rest(4), note(home, 4), rest(4)])],
        ['Send the whole breath at once and let it end empty. Rest as long as you blew.'],
      )
    case 'siren':
      return exercise(
        'Siren',
        sound,
        student,
        [
          line(
            sound,
            null,
            slurred([
              note(home, 2),
              note(up(home, '5P'), 2),
              note(home, 2),
              note(up(home, '-4P'), 2),
            ]),
          ),
        ],
        ['On the mouthpiece alone: slide without a gap, then on the instrument.'],
      )
    case 'five':
      return exercise(
        'Five notes on one breath',
        sound,
        student,
        [
          line(
            sound,
            null,
            slurred(thereAndBack(scaleFrom(home).slice(0, 5)).map((n) => note(n, 1))),
          ),
        ],
        ['The last as full as the first.'],
      )
  }
}
