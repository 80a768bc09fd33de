import { describe, expect, test } from 'vitest'
import { addDays, daysBetween } from '../kit'
import type { IsoDate, LessonId } from '../kit'
import type { Knowledge } from '../packs'
import { A, Desk } from '../record/test/desk'
import { lastDays, moved, readSeam, WINDOW_DAYS, zoomed } from './index'

const knowledge = {
  faults: [{ id: 'bell-hand', shows: { muted: 0.8 } }],
} as unknown as Knowledge

function sign(desk: Desk, finding: string): void {
  desk.do({
    kind: 'sign-noted',
    lesson: desk.lesson,
    finding,
    text: `The ${finding} sign`,
    strand: 'tone',
    strength: 'marked',
    prompted: false,
    condition: null,
  })
}

describe('what the seam reads out at a fault and a lesson', () => {
  const desk = new Desk().open()
  sign(desk, 'muted')
  desk.open()
  sign(desk, 'muted')
  sign(desk, 'slumped')
  desk.settle()
  desk.do({ kind: 'cue-agreed', lesson: desk.lesson, case: A, words: 'like holding water' })
  desk.remedy()
  desk.open()
  desk.do({ kind: 'cue-recalled', lesson: desk.lesson, case: A, recall: 'not' })
  desk.do({ kind: 'cue-recalled', lesson: desk.lesson, case: A, recall: 'hint' })
  desk.look(4, 5)
  desk.do({
    kind: 'slips-counted',
    lesson: desk.lesson,
    case: A,
    condition: 'piece-tempo',
    prompted: false,
    seconds: 60,
    slips: [3, 20.5],
  })
  desk.do({ kind: 'case-mended', lesson: desk.lesson, case: A, overruled: 'heard in the concert' })
  const at = (n: number) => readSeam(desk.record, desk.case(), `lesson-${n}` as LessonId, knowledge)

  test('before it was settled: no state, but the signs it brings out', () => {
    expect(at(1)).toMatchObject({
      state: null,
      belief: null,
      signs: [{ text: 'The muted sign', strength: 'marked' }],
      looks: [],
    })
  })

  test('on the day it was settled: the cue agreed, and only signs of this fault', () => {
    expect(at(2)).toMatchObject({ state: 'healing', cueAgreed: 'like holding water', recall: null })
    expect(at(2).signs.map((s) => s.text)).toEqual(['The muted sign'])
  })

  test('later: the last recall, looks, slips, and why the teacher decided otherwise', () => {
    const read = at(3)
    expect(read).toMatchObject({
      state: 'mended',
      recall: 'hint',
      cueAgreed: null,
      slipCounts: [{ seconds: 60, slips: 2 }],
      reasons: ['heard in the concert'],
    })
    expect(read.looks).toContainEqual(
      expect.objectContaining({ clean: 4, tries: 5, condition: 'piece-tempo' }),
    )
    expect(read.belief).toBeCloseTo(desk.case().belief, 12)
  })

  test('a lesson there is not is a mistake of the caller', () => {
    expect(() => at(9)).toThrow(RangeError)
  })
})

describe('moving about', () => {
  const day = '2026-03-02' as IsoDate
  const window = { from: day, to: addDays(day, 120) }
  const days = (w: { from: IsoDate; to: IsoDate }) => daysBetween(w.from, w.to)
  const middle = (w: { from: IsoDate; to: IsoDate }) => daysBetween(day, w.from) + days(w) / 2

  test('closer and wider keep the middle, to a day', () => {
    for (const factor of [0.5, 2]) {
      expect(days(zoomed(window, factor))).toBe(120 * factor)
      expect(Math.abs(middle(zoomed(window, factor)) - middle(window))).toBeLessThanOrEqual(1)
    }
  })

  test('never closer than a lesson and its days, never wider than three years', () => {
    const closest = Array.from({ length: 9 }).reduce<typeof window>((w) => zoomed(w, 0.5), window)
    expect(days(closest)).toBe(WINDOW_DAYS.least)
    const widest = Array.from({ length: 9 }).reduce<typeof window>((w) => zoomed(w, 2), window)
    expect(days(widest)).toBe(WINDOW_DAYS.most)
  })

  test('a record longer than three years is not cut by going wider', () => {
    const long = { from: day, to: addDays(day, 3000) }
    expect(days(zoomed(long, 2))).toBe(3000)
  })

  test('later and earlier move by a share of what is shown, and back again', () => {
    expect(moved(window, 0.5)).toEqual({ from: addDays(day, 60), to: addDays(day, 180) })
    expect(moved(moved(window, 0.5), -0.5)).toEqual(window)
  })

  test('a term ends on the day asked for', () => {
    expect(lastDays(day, 91)).toEqual({ from: addDays(day, -91), to: day })
  })
})
