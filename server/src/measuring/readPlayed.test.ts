/** Files of notes as devices write them, well and badly: read as they were played. */
import { writeMidi } from 'midi-file'
import type { MidiEvent, MidiHeader } from 'midi-file'
import { describe, expect, test } from 'vitest'
import { midiNotes } from '../test/midiNotes'
import { readPlayed } from './readPlayed'

type Header = Partial<MidiHeader>
const END: MidiEvent = { deltaTime: 0, meta: true, type: 'endOfTrack' }
const on = (deltaTime: number, noteNumber: number, channel = 0): MidiEvent => ({
  ...{ deltaTime, type: 'noteOn', channel, noteNumber, velocity: 64 },
})
const off = (deltaTime: number, noteNumber: number, channel = 0): MidiEvent => ({
  ...{ deltaTime, type: 'noteOff', channel, noteNumber, velocity: 0 },
})
const pedal = (deltaTime: number, value: number): MidiEvent => ({
  ...{ deltaTime, type: 'controller', channel: 0, controllerType: 64, value },
})
const tempo = (deltaTime: number, microsecondsPerBeat: number): MidiEvent => ({
  ...{ deltaTime, meta: true, type: 'setTempo', microsecondsPerBeat },
})

function file(tracks: readonly (readonly MidiEvent[])[], header: Header = {}): Uint8Array {
  const told = { format: tracks.length > 1 ? 1 : 0, numTracks: tracks.length } as const
  return Uint8Array.from(
    writeMidi({
      header: { ...told, ticksPerBeat: 500, ...header },
      tracks: tracks.map((events) => [...events, END]),
    }),
  )
}

function notesOf(bytes: Uint8Array) {
  const read = readPlayed(bytes)
  if (!read.ok) throw new Error(read.why)
  return read.notes
}

describe('time', () => {
  // Standard MIDI Files 1.0: 120 quarters a minute until the file says otherwise, in whichever track it does.
  test('goes by the tempo of every track, and is that of another reader', () => {
    const bytes = file([
      [tempo(500, 1_000_000), tempo(1000, 250_000)],
      [on(0, 60), off(500, 60), on(0, 62), off(1000, 62), on(0, 64), off(500, 64)],
    ])
    const read = notesOf(bytes)
    expect(read.map((n) => [n.onMs, n.offMs])).toEqual([
      [0, 500],
      [500, 2500],
      [2500, 2750],
    ])
    expect(midiNotes(bytes).map((n) => n.at * 1000)).toEqual(read.map((n) => n.onMs))
  })

  // SMPTE 12M: 25 frames of 40 ticks are a thousand ticks a second; 29 stands for 29.97.
  test.each([
    [25, 40, 1000],
    [29, 100, 100 * (30_000 / 1001)],
  ])('may count %i frames of %i ticks', (framesPerSecond, ticksPerFrame, ticksASecond) => {
    const bytes = file([[on(0, 60), off(500, 60), on(500, 62), off(100, 62)]])
    // The division of the head: frames below nought, ticks in a frame.
    bytes.set([256 - framesPerSecond, ticksPerFrame], 12)
    expect(notesOf(bytes).map((n) => n.onMs)).toEqual([0, expect.closeTo(1e6 / ticksASecond, 6)])
  })

  test('without any division there is none', () => {
    const bytes = file([[on(0, 60), off(500, 60)]])
    bytes.set([0, 0], 12)
    expect(readPlayed(bytes)).toEqual({ ok: false, why: 'not_midi' })
  })
})

describe('a key that comes up', () => {
  const all = (events: readonly MidiEvent[]) =>
    notesOf(file([events])).map(({ midi, onMs, offMs, release }) => [midi, onMs, offMs, release])

  test('without a word of it: at the next stroke, or at the end, and it is said that nobody knows', () => {
    expect(all([on(0, 60), on(500, 62), off(500, 62), on(0, 60), off(500, 60)])).toEqual([
      [60, 0, 1000, 'unsent'],
      [62, 500, 1000, undefined],
      [60, 1000, 1500, undefined],
    ])
    expect(all([on(0, 60), on(500, 62), off(500, 62)])).toEqual([
      [60, 0, 1000, 'unsent'],
      [62, 500, 1000, undefined],
    ])
  })

  test('under the pedal says nothing of the finger', () => {
    const events = [on(0, 60), pedal(250, 127), off(250, 60), pedal(0, 0), on(0, 62), off(500, 62)]
    expect(all(events)).toEqual([
      [60, 0, 500, 'pedal'],
      [62, 500, 1000, undefined],
    ])
  })

  test('under a pedal that is written on another track says nothing either', () => {
    const held = notesOf(file([[pedal(250, 127)], [on(0, 60), off(500, 60)]]))
    expect(held.map((n) => n.release)).toEqual(['pedal'])
  })

  test('on another channel, or twice, is none of it', () => {
    expect(all([on(0, 60), off(250, 60, 1), off(250, 60), off(500, 60)])).toEqual([
      [60, 0, 500, undefined],
    ])
  })
})
