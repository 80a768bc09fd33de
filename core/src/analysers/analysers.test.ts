/** What an analyser found is kept only where it is a figure; what is not in the table says nothing. */
import { describe, expect, test } from 'vitest'
import type { Measured } from '../measure'
import { MEASURES } from '../timing'
import { TONE_MEASURES } from '../tone'
import {
  analyserOf,
  ANALYSERS,
  checkedBy,
  mayTell,
  MEASURES_DESCRIBED,
  readingOf,
  timing,
  tone,
} from './index'

const uneven: Measured = {
  ...{ name: 'unevenness-share', unit: 'share', count: 30 },
  ...{ value: 0.08, low: 0.05, high: 0.12 },
}

describe('what an analyser found', () => {
  test('is kept as it is where it is a figure within its bounds', () => {
    expect(checkedBy(timing, [uneven])).toEqual({ measures: [uneven], notMeasured: [] })
  })

  test.each<[string, Partial<Measured>, string]>([
    ['a value that is no number', { value: Number.NaN }, 'no-number'],
    ['a bound without end', { high: Number.POSITIVE_INFINITY }, 'no-number'],
    ['a count that is none', { count: 2.5 }, 'no-number'],
    ['a value below its bounds', { value: 0.01 }, 'outside-interval'],
    ['a value above its bounds', { value: 0.5 }, 'outside-interval'],
    ['a length below nought', { value: -0.1, low: -0.2, high: 0 }, 'outside-interval'],
    ['another unit than its own', { unit: 'ms' }, 'unknown-measure'],
    ['a measure nobody knows', { name: 'warmth' }, 'unknown-measure'],
    ['a name of the language', { name: 'constructor' }, 'unknown-measure'],
  ])('%s is named with the reason, and is no value', (_, wrong, why) => {
    const found = { ...uneven, ...wrong }
    expect(checkedBy(timing, [found, { ...uneven, name: 'jitter', unit: 'ms' }])).toMatchObject({
      measures: [{ name: 'jitter' }],
      notMeasured: [{ name: found.name, why }],
    })
  })

  test('a bound below the floor is the floor; a value that goes both ways has none', () => {
    const [held] = checkedBy(timing, [{ ...uneven, low: -0.03 }]).measures
    expect(held).toEqual({ ...uneven, low: 0 })
    const drift = { ...uneven, name: 'tempo-drift', value: -0.1, low: -0.2, high: 0 }
    expect(checkedBy(timing, [drift]).measures).toEqual([drift])
  })

  test('stands under the name and version of who found it', () => {
    expect(readingOf(tone, [])).toEqual({
      ...{ analyser: 'tone', version: tone.version, measures: [], notMeasured: [] },
    })
  })
})

describe('the table', () => {
  test('describes every measure there is, and each by one unit', () => {
    const all = Object.keys(MEASURES_DESCRIBED)
    expect(all).toEqual(expect.arrayContaining([...MEASURES, ...TONE_MEASURES]))
    for (const analyser of ANALYSERS) {
      for (const [name, { unit }] of Object.entries(analyser.measures)) {
        expect(MEASURES_DESCRIBED[name]?.unit, name).toBe(unit)
      }
      expect(analyser.mayTell.every((name) => Object.hasOwn(analyser.measures, name))).toBe(true)
    }
  })

  test('of who is not in it nothing is concluded, and of taps only the pulse and the two hands', () => {
    expect(analyserOf('crystal-ball')).toBeNull()
    expect(mayTell('crystal-ball', 'pitch')).toBe(false)
    expect(mayTell('timing', 'unevenness-share')).toBe(true)
    expect(mayTell('taps', 'unevenness-share')).toBe(false)
    expect(mayTell('taps', 'tempo-drift')).toBe(true)
    expect(mayTell('tone', 'thumb-accent')).toBe(false)
  })

  test('few tones clear nobody, and what is timed is timed', () => {
    expect(tone.unseen('squeaks', 3)).toBe(0.125)
    expect(tone.unseen('tempo-drift', 3)).toBe(0)
    expect(timing.unseen('thumb-accent', 3)).toBe(0)
  })
})
