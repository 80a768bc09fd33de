/** The same five notes joined or parted in one way. */
import type { Exercise, Hand, InstrumentSound, Note } from '../exercise'
import { fiveFingers } from './growth'
import { exercise, handLines, leftOf, marked, slurred, thereAndBack, tonicFor } from './parts'
import type { ExerciseSpec, MakingFor } from './spec'

type Of<M extends ExerciseSpec['make']> = Extract<ExerciseSpec, { make: M }>
type Kind = Of<'articulation'>['kind']

const LENGTHS: Readonly<Record<Kind, string>> = {
  detached: 'Stand on each note; a little air between.',
  legato: 'One finger arrives as the other leaves.',
  staccato: 'A small quick impulse at the key; the hand stays.',
  'two-note-slurs': 'Sink into the first, leave with the second.',
}

function inKind(run: readonly Note[], kind: Kind): readonly Note[] {
  switch (kind) {
    case 'detached':
      return run.map((n) => marked(n, 'tenuto'))
    case 'staccato':
      return run.map((n) => marked(n, 'staccato'))
    case 'legato':
      return slurred(run)
    case 'two-note-slurs':
      return run.map((n, i) =>
        i + 1 === run.length ? n : { ...n, slur: i % 2 === 0 ? 'start' : 'end' },
      )
  }
}

/** Five notes up and down, each hand as it is asked for. */
export function articulation(
  spec: Of<'articulation'>,
  sound: InstrumentSound,
  student: MakingFor,
): Exercise {
  const tonic = tonicFor(sound, student)
  const notesOf = (hand: Hand) => {
    const home = hand === 'left' ? leftOf(tonic) : tonic
    return inKind(thereAndBack(fiveFingers(home, hand, 1)), spec.kind)
  }
  const keys = sound.family === 'keyboard' ? [LENGTHS[spec.kind]] : []
  return exercise('Five notes', sound, student, handLines(sound, student, notesOf), keys)
}
