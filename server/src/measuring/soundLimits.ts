/** How much of a recording is read, whatever its head says. */
import type { ChannelTrace, Sound } from '@vein-mend/core/tone'

/** Why a recording is not measured. */
export type NotSound = 'not_sound' | 'odd_sound' | 'sound_too_long' | 'no_sound'

export type SoundRead =
  | {
      readonly ok: true
      readonly sound: Sound
      /** What was found of its channels; null where they go together as they should. */
      readonly channels: ChannelTrace | null
    }
  | { readonly ok: false; readonly why: NotSound }

/** The longest take that is measured: ten minutes, and a little for whoever presses late. */
const SECONDS_MOST = 615
export const RATES = { least: 8_000, most: 192_000 } as const
export const CHANNELS_MOST = 8

/** Samples of one channel that are read at that rate. */
export const mostSamples = (rate: number) => rate * SECONDS_MOST
