/** Reads played notes and measures them against what was asked; in a thread, since the bytes come from anywhere. */
import { notesRead } from '@vein-mend/core/readers'
import type { Reading } from '@vein-mend/core/analysers'
import { countedApart, judgedNotes, measureTiming, untoldReleases } from '@vein-mend/core/timing'
import type { AskedNote, JudgedNote, SetApartCounts, UntoldReleases } from '@vein-mend/core/timing'
import { readPlayed } from './readPlayed'
import type { NotPlayed } from './readPlayed'

/** A file of notes and what it was asked to be. */
export interface NotesToMeasure {
  readonly bytes: Uint8Array
  readonly asked: readonly AskedNote[]
  /** Asked for as a roll: single strokes are measured and not notes. */
  readonly roll: boolean
}

export type NotesMeasured =
  | {
      readonly ok: true
      /** By each analyser that reads such a take. */
      readonly readings: readonly Reading[]
      readonly notes: readonly JudgedNote[]
      readonly missing: readonly { readonly asked: AskedNote; readonly round: number }[]
      /** How many notes were set apart, by why they are not the student's. */
      readonly apart: SetApartCounts
      /** By how many octaves all of it was played higher than asked. */
      readonly octaves: number
      /** Of how many notes the release says nothing. */
      readonly releases: UntoldReleases
    }
  | { readonly ok: false; readonly why: NotPlayed }

export function measureNotes({ bytes, asked, roll }: NotesToMeasure): NotesMeasured {
  const read = readPlayed(bytes)
  if (!read.ok) return read
  const timed = measureTiming(read.notes, roll ? [] : asked)
  return {
    ok: true,
    readings: notesRead({ played: read.notes, roll, timed }),
    notes: judgedNotes(timed),
    missing: timed.alignment.missing,
    apart: countedApart(timed.apart),
    octaves: timed.octaves,
    releases: untoldReleases(timed.played),
  }
}
