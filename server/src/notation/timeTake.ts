/** Reads played notes and measures them against what was asked; in a thread, since the bytes come from anywhere. */
import { isTapped, judgedNotes, measureRoll, measureTiming } from '@vein-mend/core/timing'
import type { AskedNote, JudgedNote, Measure } from '@vein-mend/core/timing'
import { readPlayed } from './readPlayed'
import type { NotPlayed } from './readPlayed'

/** A file of notes and what it was asked to be. */
export interface TakeToTime {
  readonly bytes: Uint8Array
  readonly asked: readonly AskedNote[]
  /** Asked for as a roll: single strokes are measured and not notes. */
  readonly roll: boolean
}

export type TakeTimed =
  | {
      readonly ok: true
      /** All of it was tapped: it tells of time, and not of playing. */
      readonly tapped: boolean
      readonly measures: readonly Measure[]
      readonly notes: readonly JudgedNote[]
      readonly missing: readonly { readonly asked: AskedNote; readonly round: number }[]
    }
  | { readonly ok: false; readonly why: NotPlayed }

export function timeTake({ bytes, asked, roll }: TakeToTime): TakeTimed {
  const played = readPlayed(bytes)
  if (!played.ok) return played
  const timing = measureTiming(played.notes, roll ? [] : asked)
  return {
    ok: true,
    tapped: isTapped(played.notes),
    measures: roll ? measureRoll(played.notes) : timing.measures,
    notes: judgedNotes(timing),
    missing: timing.alignment.missing,
  }
}
