/** Each take is read by who reads such takes, and one that breaks is alone in it. */
import { describe, expect, test } from 'vitest'
import { ANALYSERS, taps, timing } from '../analysers'
import { measureTiming, TAP_CHANNEL, TAP_KEYS } from '../timing'
import type { PlayedNote } from '../timing'
import { notesRead } from './index'
import { readNotes } from './notes'
import type { NotesReader } from './notes'

describe('a take of notes', () => {
  const played: readonly PlayedNote[] = Array.from({ length: 20 }, (_, i) => ({
    ...{ midi: 60 + (i % 8), onMs: 400 * i, offMs: 400 * i + 300, velocity: 60, channel: 0 },
  }))
  const tapped = played.map((n) => ({ ...n, midi: TAP_KEYS.either, channel: TAP_CHANNEL }))
  const take = (notes: readonly PlayedNote[]) => ({
    ...{ played: notes, roll: false, timed: measureTiming(notes, []) },
  })

  test('is read by who reads such takes', () => {
    expect(notesRead(take(played)).map((r) => r.analyser)).toEqual([timing.id])
    const byTaps = ANALYSERS.filter((a) => a.by === 'taps').map((a) => a.id)
    expect(notesRead(take(tapped)).map((r) => r.analyser)).toEqual(byTaps)
    expect(byTaps[0]).toBe(taps.id)
  })

  test('one analyser that breaks says so, and takes nobody’s reading along', () => {
    const broken: NotesReader = {
      analyser: { ...timing, id: 'broken' },
      reads: () => true,
      measure: () => {
        throw new Error('it breaks')
      },
    }
    const whole: NotesReader = { ...broken, analyser: timing, measure: () => [] }
    expect(readNotes([broken, whole], take(played))).toMatchObject([
      { analyser: 'broken', measures: [], notMeasured: [{ name: 'broken', why: 'failed' }] },
      { analyser: 'timing' },
    ])
  })
})
