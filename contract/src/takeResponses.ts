/** A take as the screen shows it: note by note, or tone by tone. */
import type { Exercise } from '@vein-mend/core/music'
import type { TakeOf } from '@vein-mend/core/takes'
import type { AskedNote, JudgedNote, SetApartCounts, UntoldReleases } from '@vein-mend/core/timing'
import type {
  ChannelTrace,
  DeviceTrace,
  NotHeard,
  SoundApart,
  ToneNote,
} from '@vein-mend/core/tone'

/** A take of played notes as it fell, note by note. */
export interface TakeTimingResponse {
  /** The rung it was played for; null where none was asked, or where it is on the ladder no more. */
  readonly of: TakeOf | null
  /** What was asked, to be shown and heard beside it. */
  readonly exercise: Exercise | null
  readonly notes: readonly JudgedNote[]
  readonly missing: readonly { readonly asked: AskedNote; readonly round: number }[]
  /** How many notes are not the student's, by why; they are shown and counted nowhere. */
  readonly apart: SetApartCounts
  /** By how many octaves all of it was played higher (below 0 lower) than asked. */
  readonly octaves: number
  /** Of how many notes nobody knows when the finger left the key. */
  readonly releases: UntoldReleases
}

/** What the screen draws of a recording. */
export interface TonePicture {
  readonly seconds: number
  /** Lowest and highest sample of each of many equal stretches, in turn. */
  readonly outline: readonly number[]
  /** Each tone, its line thinned out. */
  readonly notes: readonly ToneNote[]
  /** Why nothing was heard; null where something was. */
  readonly notHeard: NotHeard | null
  /** What the device did to the sound: what cannot be measured then is not, and channels are put right. */
  readonly device: readonly (DeviceTrace | ChannelTrace)[]
  /** By how many semitones all of it was played above the notes asked, below 0 below them. */
  readonly semitones: number
  /** What sounds before and after and is none of the player's; it is counted nowhere. */
  readonly apart: readonly SoundApart[]
  /** Notes were asked to sound together: which hand was first cannot be heard. */
  readonly together: boolean
}

/** A recording as it sounded, tone by tone. */
export interface TakeToneResponse extends TonePicture {
  readonly of: TakeOf | null
  readonly a4: number
}

/** How far the measuring of a take is, from 0 to 1; null where it is not being measured. */
export interface TakeMeasuring {
  readonly share: number | null
}
