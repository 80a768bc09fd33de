/** An exercise as a standard MIDI file (SMF 1.0), a track for each staff. */
import { barsOf, timeline } from '@vein-mend/core/music'
import type { Exercise } from '@vein-mend/core/music'
import * as tone from '@tonejs/midi'

// The package answers differently to Node and to a bundler.
const { Midi } = 'Midi' in tone ? tone : (tone as { default: typeof tone }).default

/** A time signature where it changes; an upbeat has one of its own length, so that the bars after it fall right. */
function signatures(exercise: Exercise, ppq: number) {
  let at = 0
  let before = ''
  return barsOf(exercise).flatMap(({ beatType, quarters }) => {
    const ticks = Math.round(at * ppq)
    at += quarters
    const timeSignature = [(quarters * beatType) / 4, beatType]
    const same = before === timeSignature.join('/')
    before = timeSignature.join('/')
    return same ? [] : [{ ticks, timeSignature }]
  })
}

export function midiFile(exercise: Exercise): Uint8Array {
  const midi = new Midi()
  midi.header.setTempo(exercise.tempo)
  midi.header.timeSignatures.push(...signatures(exercise, midi.header.ppq))
  midi.header.name = exercise.title
  const notes = timeline(exercise)
  exercise.lines.forEach((line, i) => {
    const track = midi.addTrack()
    track.name = line.hand ?? exercise.title
    for (const n of notes.filter((x) => x.line === i)) {
      const { midi: pitch, onsetSeconds, seconds, velocity } = n
      track.addNote({ midi: pitch, time: onsetSeconds, duration: seconds, velocity })
    }
  })
  return midi.toArray()
}
