/** Listens to every MIDI keyboard there is (Web MIDI, W3C), by the browser's own time stamps. */
import type { PlayedNote } from '@vein-mend/core/timing'

/** Whether this page can hear a keyboard at all: over plain http a browser does not offer it. */
export function canHearMidi(): boolean {
  return isSecureContext && 'requestMIDIAccess' in navigator
}

const NOTE_ON = 0x90
const NOTE_OFF = 0x80
/** How long a key counts that was never let go, ms. */
const HELD_MS = 2000

interface Pressed {
  readonly onMs: number
  readonly velocity: number
}

/** Keys as they go down and up, put together to notes. */
export class MidiListener {
  private access: MIDIAccess | null = null
  private readonly down = new Map<string, Pressed>()
  readonly notes: PlayedNote[] = []

  /** @throws DOMException where the user or the browser says no */
  async open(onNote: (count: number) => void): Promise<readonly string[]> {
    const access = await navigator.requestMIDIAccess()
    this.access = access
    const inputs = [...access.inputs.values()]
    for (const input of inputs) {
      input.onmidimessage = (event) => {
        if (event.data) this.hear(event.data, event.timeStamp)
        onNote(this.notes.length + this.down.size)
      }
    }
    return inputs.map((i) => i.name ?? 'keyboard')
  }

  /** One message as it comes over the wire (MIDI 1.0: status, key, velocity). */
  hear(data: Uint8Array, atMs: number): void {
    const [status = 0, midi = 0, velocity = 0] = data
    const channel = status & 0x0f
    const key = `${channel} ${midi}`
    const kind = status & 0xf0
    if (kind === NOTE_ON && velocity > 0) {
      this.end(key, midi, channel, atMs)
      this.down.set(key, { onMs: atMs, velocity })
    } else if (kind === NOTE_ON || kind === NOTE_OFF) this.end(key, midi, channel, atMs)
  }

  private end(key: string, midi: number, channel: number, offMs: number): void {
    const pressed = this.down.get(key)
    if (!pressed) return
    this.down.delete(key)
    this.notes.push({ midi, channel, offMs, ...pressed })
  }

  /** Stops listening; keys still down are let go. */
  close(): readonly PlayedNote[] {
    for (const input of this.access?.inputs.values() ?? []) input.onmidimessage = null
    for (const [key, pressed] of this.down) {
      const [channel = 0, midi = 0] = key.split(' ').map(Number)
      this.end(key, midi, channel, pressed.onMs + HELD_MS)
    }
    return this.notes
  }
}
