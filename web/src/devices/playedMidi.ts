/** Played notes as a standard MIDI file: what a device sends becomes a take like any that is brought. */
import type { PlayedNote } from '@vein-mend/core/timing'
import { writeMidi } from 'midi-file'
import type { MidiEvent } from 'midi-file'

/** A tenth of a millisecond a tick: ten thousand ticks to a beat of one second. */
const TICKS_A_BEAT = 10_000
const TICKS_A_MS = 10
const MICROSECONDS_A_BEAT = 1_000_000

interface At {
  readonly tick: number
  readonly event: Extract<MidiEvent, { type: 'noteOn' | 'noteOff' }>
}

/** One track, in the order played. */
export function playedMidi(notes: readonly PlayedNote[]): Uint8Array<ArrayBuffer> {
  const first = Math.min(...notes.map((n) => n.onMs))
  const tick = (ms: number) => Math.round((ms - first) * TICKS_A_MS)
  const events = notes
    .flatMap(({ midi: noteNumber, onMs, offMs, velocity, channel }): At[] => [
      {
        tick: tick(onMs),
        event: { deltaTime: 0, type: 'noteOn', channel, noteNumber, velocity },
      },
      {
        tick: tick(offMs),
        event: { deltaTime: 0, type: 'noteOff', channel, noteNumber, velocity: 0 },
      },
    ])
    // A key that comes up as it goes down again comes up first.
    .sort((a, b) => a.tick - b.tick || (a.event.type === 'noteOff' ? -1 : 1))
  let at = 0
  const track = events.map(({ tick: when, event }): MidiEvent => {
    const deltaTime = when - at
    at = when
    return { ...event, deltaTime }
  })
  const bytes = writeMidi({
    header: { format: 0, numTracks: 1, ticksPerBeat: TICKS_A_BEAT },
    tracks: [
      [
        {
          deltaTime: 0,
          meta: true,
          type: 'setTempo',
          microsecondsPerBeat: MICROSECONDS_A_BEAT,
        },
        ...track,
        { deltaTime: 0, meta: true, type: 'endOfTrack' },
      ],
    ],
  })
  return Uint8Array.from(bytes)
}
