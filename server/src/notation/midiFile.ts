/** An exercise as a standard MIDI file (SMF 1.0), a track for each staff. */
import { timeline } from '@vein-mend/core/music'
import type { Exercise } from '@vein-mend/core/music'
import * as tone from '@tonejs/midi'

// The package answers differently to Node and to a bundler.
const { Midi } = 'Midi' in tone ? tone : (tone as { default: typeof tone }).default

export function midiFile(exercise: Exercise): Uint8Array {
  const midi = new Midi()
  midi.header.setTempo(exercise.tempo)
  midi.header.timeSignatures.push({ ticks: 0, timeSignature: [exercise.beatsPerBar, 4] })
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
