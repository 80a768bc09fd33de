/** A standard MIDI file as midifile reads it: a reader that had no part in writing it (MIDI Association, SMF 1.0). */
import MidiFile from 'midifile'

/** Kind of event, as the standard numbers it. */
const NOTE_ON = 9

/** Onset seconds and MIDI number of every note, in the order of the onsets. */
export function midiNotes(bytes: Uint8Array): { at: number; midi: number }[] {
  return new MidiFile(bytes)
    .getMidiEvents()
    .flatMap(({ subtype, playTime, param1, param2 }) =>
      subtype === NOTE_ON && param2 > 0 ? [{ at: playTime / 1000, midi: param1 }] : [],
    )
    .sort((a, b) => a.at - b.at || a.midi - b.midi)
}
