/** Notes as other programs read and show them: engraved, as MIDI, and pieces that come in as MusicXML or MIDI. */
export { engrave, engraveOrNone } from './engrave'
export { midiFile } from './midiFile'
export { passageFrom } from './passageFrom'
