import type { IsoDate, ActId, LessonId } from '@vein-mend/core/kit'
import type { Take } from '@vein-mend/core/takes'
import { expect, test } from 'vitest'
import { trendsOf } from './trends'

let made = 0
function take(
  lesson: string,
  date: string,
  values: Readonly<Record<string, number>>,
  analyser = 'tone',
): Take {
  made += 1
  const measures = Object.entries(values).map(([name, value]) => ({
    ...{ name, value, low: value - 1, high: value + 1, unit: 'cents' },
  }))
  const act = `act-${made}` as ActId
  return {
    ...{ act, lesson: lesson as LessonId, date: date as IsoDate, case: null, words: '' },
    ...{ hash: `${made}`, kind: 'sound', type: 'audio/wav', bytes: 9, removed: false },
    readings: [{ act, run: act, analyser, version: '1', measures, notMeasured: [] }],
  }
}

test('each lesson by its middle take, oldest first; what telling signs go by comes first', () => {
  const trends = trendsOf(
    [
      take('b', '2026-03-09', { breath: 20, pitch: -5 }),
      take('a', '2026-03-02', { breath: 12, pitch: -30 }),
      take('a', '2026-03-02', { breath: 14, pitch: -20 }),
      take('a', '2026-03-02', { breath: 13, pitch: -90 }),
    ],
    ['pitch'],
  )
  expect(trends.map((t) => t.name)).toEqual(['pitch', 'breath'])
  expect(trends[0]?.points.map((p) => [p.date, p.value])).toEqual([
    ['2026-03-02', -30],
    ['2026-03-09', -5],
  ])
})

test('one lesson alone is no line', () => {
  expect(trendsOf([take('a', '2026-03-02', { pitch: 1 })], [])).toEqual([])
})

test('what was tapped and what was played are lines of their own', () => {
  const trends = trendsOf(
    [
      take('a', '2026-03-02', { unevenness: 4 }, 'taps'),
      take('b', '2026-03-09', { unevenness: 5 }, 'taps'),
      take('b', '2026-03-09', { unevenness: 12 }, 'timing'),
      take('c', '2026-03-16', { unevenness: 11 }, 'timing'),
    ],
    [],
  )
  expect(trends.map((t) => [t.analyser, t.points.map((p) => p.value)])).toEqual([
    ['taps', [4, 5]],
    ['timing', [12, 11]],
  ])
})
