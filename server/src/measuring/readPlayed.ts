/** Reads a standard MIDI file as it was played: every note with its time, to be measured and not to be written down. */
import { inOrder } from '@vein-mend/core/timing'
import type { PlayedNote } from '@vein-mend/core/timing'
import * as tone from '@tonejs/midi'

// The package answers differently to Node and to a bundler.
const { Midi } = 'Midi' in tone ? tone : (tone as { default: typeof tone }).default

/** Notes beyond which a take is refused: at ten a second, a quarter of an hour and more. */
export const PLAYED_MOST = 10_000
/** A take of an hour has nothing to do with an exercise. */
const SECONDS_MOST = 3600
const MS = 1000
const VELOCITIES = 127

/** Why a file of notes is not measured. */
export type NotPlayed = 'not_midi' | 'no_notes' | 'too_many_notes' | 'take_too_long'

export type Played =
  | { readonly ok: true; readonly notes: readonly PlayedNote[] }
  | { readonly ok: false; readonly why: NotPlayed }

function parsed(bytes: Uint8Array): InstanceType<typeof Midi> | null {
  try {
    return new Midi(bytes)
  } catch {
    return null
  }
}

/** Every note of every track, in order. */
export function readPlayed(bytes: Uint8Array): Played {
  const song = parsed(bytes)
  if (!song) return { ok: false, why: 'not_midi' }
  const count = song.tracks.reduce((sum, t) => sum + t.notes.length, 0)
  if (count === 0) return { ok: false, why: 'no_notes' }
  if (count > PLAYED_MOST) return { ok: false, why: 'too_many_notes' }
  const notes = song.tracks.flatMap((track) =>
    track.notes.map((n) => ({
      midi: n.midi,
      onMs: n.time * MS,
      offMs: (n.time + n.duration) * MS,
      velocity: Math.round(n.velocity * VELOCITIES),
      channel: track.channel,
    })),
  )
  const sound = notes.every((n) => n.onMs >= 0 && n.offMs >= n.onMs && n.offMs < SECONDS_MOST * MS)
  return sound ? { ok: true, notes: inOrder(notes) } : { ok: false, why: 'take_too_long' }
}
