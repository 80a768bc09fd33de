/** Notes as a student may play them of whom something must be known. */
import { midiOf, up } from '../music'
import type { Exercise, InstrumentSound, Line, Note } from '../music'
import type { BodyPart, StudentFacts } from '../packs'
import { BREATH_SECONDS_MOST, HAND_SPAN_MOST, isNarrow, isShortOfBreath, staysLow } from './careful'
import { isSparedForce, withoutLoudWords } from './spared'

type Known = Pick<StudentFacts, 'flags' | 'injured'>

const spanOf = ({ pitches }: Note) => {
  const [low, high] = [pitches[0], pitches.at(-1)]
  return low === undefined || high === undefined ? 0 : midiOf(high) - midiOf(low)
}

/** The notes of a chord that lie within the span: from the top in the right hand, from the bottom in the left. */
function narrowed(note: Note, hand: Line['hand']): Note {
  if (spanOf(note) <= HAND_SPAN_MOST) return note
  const { pitches, fingers } = note
  const outer = hand === 'left' ? pitches[0] : pitches.at(-1)
  const kept = pitches.flatMap((p, i) =>
    outer !== undefined && Math.abs(midiOf(outer) - midiOf(p)) <= HAND_SPAN_MOST ? [i] : [],
  )
  const only = <T>(list: readonly T[]) => list.filter((_, i) => kept.includes(i))
  return { ...note, pitches: only(pitches), ...(fingers ? { fingers: only(fingers) } : {}) }
}

/** A note after which somebody breathes: what is slurred over it ends here. */
function breathing(note: Note, isSlurred: boolean): Note {
  const { slur, ...plain } = note
  const marks = [...(note.marks ?? []), 'breath'] as const
  // A slur of one note is none.
  if (slur === 'start') return { ...plain, marks }
  return isSlurred ? { ...plain, slur: 'end', marks } : { ...note, marks }
}

/** The first note after a breath taken within a slur: it begins what is left of it. */
function begun(note: Note): Note {
  const { slur, ...plain } = note
  return slur === 'end' ? plain : { ...plain, slur: 'start' }
}

/** A line with a breath wherever so many seconds have been blown; no slur goes over a breath. */
function withBreaths(notes: readonly Note[], tempo: number): readonly Note[] {
  const most = Math.floor((BREATH_SECONDS_MOST * tempo) / 60)
  const made: Note[] = []
  let blown = 0
  let slurred = false
  for (const written of notes) {
    const sounds = written.pitches.length > 0
    const last = made.at(-1)
    const breathes = sounds && blown > 0 && blown + written.beats > most && last !== undefined
    if (breathes) made[made.length - 1] = breathing(last, slurred)
    const note = breathes && slurred ? begun(written) : written
    if (breathes) blown = 0
    const isLong = sounds && note.beats > most
    if (isLong) made.push({ ...note, beats: most }, { pitches: [], beats: note.beats - most })
    else made.push(note)
    blown = !sounds || isLong || note.marks?.includes('breath') ? 0 : blown + note.beats
    if (written.slur) slurred = written.slur === 'start'
  }
  return made
}

/** The instrument as far up as this student plays it: no higher than a fifth above the home note where the lips are spared. */
export function carefulSound(sound: InstrumentSound, facts: Known): InstrumentSound {
  if (!staysLow(sound, facts)) return sound
  const most = up(sound.home, '5P')
  return midiOf(most) < midiOf(sound.high) ? { ...sound, high: most } : sound
}

/** The notes as this student may play them, on an instrument that loads these parts in playing. */
export function carefulNotes(
  written: Exercise,
  sound: InstrumentSound,
  playing: readonly BodyPart[],
  facts: Known,
): Exercise {
  const exercise = isSparedForce(playing, sound, facts) ? withoutLoudWords(written) : written
  const narrow = isNarrow(sound, facts)
  const short = isShortOfBreath(sound, facts)
  if (!narrow && !short) return exercise
  const lines = exercise.lines.map((line) => {
    const notes = narrow ? line.notes.map((n) => narrowed(n, line.hand)) : line.notes
    return { ...line, notes: short ? withBreaths(notes, exercise.tempo) : notes }
  })
  return { ...exercise, lines }
}
