import { parseMidi } from 'midi-file'
import { expect, test } from 'vitest'
import { playedMidi } from './playedMidi'

test('every note stands in the file to a tenth of a millisecond, a repeated key comes up first', () => {
  const notes = [
    { midi: 60, onMs: 1000, offMs: 1187.5, velocity: 64, channel: 0 },
    { midi: 60, onMs: 1187.5, offMs: 1370.3, velocity: 80, channel: 0 },
    { midi: 64, onMs: 1200.4, offMs: 1500, velocity: 1, channel: 1 },
  ]
  const { tracks, header } = parseMidi(playedMidi(notes))
  let tick = 0
  const read = tracks.flat().flatMap((e) => {
    tick += e.deltaTime
    return e.type === 'noteOn' || e.type === 'noteOff' ? [[e.type, e.noteNumber, tick / 10]] : []
  })
  expect(header.ticksPerBeat).toBe(10_000)
  expect(read).toEqual([
    ['noteOn', 60, 0],
    ['noteOff', 60, 187.5],
    ['noteOn', 60, 187.5],
    ['noteOn', 64, 200.4],
    ['noteOff', 60, 370.3],
    ['noteOff', 64, 500],
  ])
})
