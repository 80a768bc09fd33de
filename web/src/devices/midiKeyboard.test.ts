import { expect, test } from 'vitest'
import { MidiListener } from './midiKeyboard'

test('keys down and up become notes, a strike with no velocity lets go, what is held is let go at the end', () => {
  const listener = new MidiListener()
  listener.hear(Uint8Array.of(0x90, 60, 70), 100)
  listener.hear(Uint8Array.of(0x91, 64, 50), 110)
  listener.hear(Uint8Array.of(0x80, 60, 0), 280.5)
  listener.hear(Uint8Array.of(0x91, 64, 0), 300)
  listener.hear(Uint8Array.of(0x90, 62, 71), 310)
  // Pedals, clocks and a key that was never down are nothing.
  listener.hear(Uint8Array.of(0xb0, 64, 127), 320)
  listener.hear(Uint8Array.of(0xf8), 321)
  listener.hear(Uint8Array.of(0x80, 90, 0), 322)
  expect(listener.close()).toEqual([
    { midi: 60, channel: 0, onMs: 100, offMs: 280.5, velocity: 70 },
    { midi: 64, channel: 1, onMs: 110, offMs: 300, velocity: 50 },
    { midi: 62, channel: 0, onMs: 310, offMs: 2310, velocity: 71 },
  ])
})
