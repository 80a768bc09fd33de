/** Notes as they were played: by a key, a file or a finger on the table. */

/** One played note, in the time of its own take. */
export interface PlayedNote {
  /** Sounding MIDI number, 0 to 127. */
  readonly midi: number
  readonly onMs: number
  readonly offMs: number
  /** As the keyboard says it, 1 to 127. */
  readonly velocity: number
  /** 0 to 15. */
  readonly channel: number
  /** Why `offMs` says nothing of the finger: the pedal held the sound, or no device said that the key came up. */
  readonly release?: 'pedal' | 'unsent'
}

/** In the order they began; of those that began together the lowest first. */
export function inOrder(notes: readonly PlayedNote[]): readonly PlayedNote[] {
  return [...notes].sort((a, b) => a.onMs - b.onMs || a.midi - b.midi)
}
