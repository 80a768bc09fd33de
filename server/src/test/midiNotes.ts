/** A standard MIDI file as midi-file reads it: a reader that had no part in writing it (MIDI Association, SMF 1.0). */
import { parseMidi } from 'midi-file'
import type { MidiEvent } from 'midi-file'

/** Onset seconds and MIDI number of every note, in the order of the onsets. */
export function midiNotes(bytes: Uint8Array): { at: number; midi: number }[] {
  const { header, tracks } = parseMidi(bytes)
  const ppq = header.ticksPerBeat!
  const tempo = tracks
    .flat()
    .find((e): e is Extract<MidiEvent, { type: 'setTempo' }> => e.type === 'setTempo')
  const secondsPerTick = (tempo?.microsecondsPerBeat ?? 500_000) / 1e6 / ppq
  return tracks
    .flatMap((track) => {
      let ticks = 0
      return track.flatMap((e) => {
        ticks += e.deltaTime
        return e.type === 'noteOn' && e.velocity > 0
          ? [{ at: ticks * secondsPerTick, midi: e.noteNumber }]
          : []
      })
    })
    .sort((a, b) => a.at - b.at || a.midi - b.midi)
}
