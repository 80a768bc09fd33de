declare module 'midifile' {
  /** What is used of it: events of notes, each with its time in ms. */
  export default class MidiFile {
    constructor(bytes: Uint8Array)
    getMidiEvents(): readonly {
      readonly subtype: number
      readonly playTime: number
      readonly param1: number
      readonly param2: number
    }[]
  }
}
