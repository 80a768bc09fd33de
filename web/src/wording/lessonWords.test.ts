/** A lesson in words: all of it for the record, kind and plain for the family. */
import type { IsoDate } from '@vein-mend/core/kit'
import type { FaultInLesson, LessonSummary } from '@vein-mend/core/standing'
import type { Stop } from '@vein-mend/core/record'
import { describe, expect, test } from 'vitest'
import { sayForFamily, sayForRecord } from './lessonWords'

const NOTHING: LessonSummary = {
  works: [],
  aim: '',
  fresh: '',
  setupRight: 0,
  setupWrong: 0,
  signs: [],
  ownWords: [],
  checks: [],
  comparisons: [],
  faults: [],
  sheet: {
    name: 'Isla Marrow',
    items: [],
    resting: [],
    stops: [],
    minutesAsked: 0,
    minutesAtHome: 20,
    minutesOver: 0,
  },
  next: null,
} as unknown as LessonSummary

const fault = (more: Partial<FaultInLesson>): FaultInLesson =>
  ({
    name: 'The air stops',
    settled: false,
    relapsed: false,
    rested: false,
    recall: null,
    looks: [],
    rungsMoved: 0,
    cueAgreed: false,
    cue: null,
    mended: false,
    ...more,
  }) as FaultInLesson

const record = (more: Partial<LessonSummary>) => sayForRecord({ ...NOTHING, ...more })
const family = (more: Partial<LessonSummary>) =>
  sayForFamily({ ...NOTHING, ...more }, 'Isla Marrow')

describe('for the record', () => {
  test('an empty lesson says nothing', () => {
    expect(record({})).toEqual([])
  })

  test('what works comes first, then aim, set-up, signs, checks and faults', () => {
    const lines = record({
      works: ['Steady pulse', 'Starts by herself'],
      aim: 'One long breath',
      setupRight: 3,
      setupWrong: 1,
      signs: [{ text: 'Muted', strength: 'marked' }],
      ownWords: ['all over the place'],
      checks: [{ name: 'Open the bell', outcome: 'It clears' }],
      faults: [fault({ settled: true })],
    })
    expect(lines).toEqual([
      'Works: Steady pulse; Starts by herself.',
      'Aim: One long breath.',
      'Set-up: 3 of 4 right.',
      expect.stringMatching(/^Noted: Muted \(.+\)\.$/),
      'In your own words: all over the place.',
      'Open the bell: It clears.',
      'The air stops: decided on.',
    ])
  })

  test('a fault says what happened to it, in the order of the lesson', () => {
    const [line] = record({
      faults: [
        fault({
          recall: 'hint',
          looks: [{ clean: 4, tries: 5, condition: 'piece-tempo', prompted: true }] as never,
          rungsMoved: 1,
          mended: true,
        }),
      ],
    })
    expect(line).toMatch(
      /^The air stops: cue with a hint; 4 of 5 clean .+, prompted; 1 rung up; mended\.$/,
    )
  })

  test('a step back is said as one', () => {
    expect(record({ faults: [fault({ rungsMoved: -1 })] })[0]).toContain('1 rung down')
  })
})

describe('for the family', () => {
  test('there is always something to do at home', () => {
    expect(family({})).toBe('At home: play what you love.')
  })

  test('what works is said first, names joined as one speaks', () => {
    expect(family({ works: ['a', 'b', 'c'] })).toMatch(/^What works: a, b and c\./)
    expect(family({ works: ['a'] })).toMatch(/^What works: a\./)
  })

  test('the word to remember is the student’s own', () => {
    expect(family({ faults: [fault({ cueAgreed: true, cue: 'one long tide' })] })).toContain(
      'The word to remember: “one long tide”.',
    )
  })

  test('a step forward is told by first name, a step back is not told', () => {
    expect(family({ faults: [fault({ rungsMoved: 2 })] })).toContain(
      'Isla moved on a step in 1 exercise.',
    )
    expect(family({ faults: [fault({ rungsMoved: -1 })] })).toBe('At home: play what you love.')
  })

  test('pain is named without a diagnosis, and the next lesson by its day', () => {
    const said = family({
      sheet: { ...NOTHING.sheet, stops: [{ words: 'Pain in the arm' } as Stop] },
      next: '2026-03-09' as IsoDate,
    })
    expect(said).toContain('At home Isla rests from the instrument')
    expect(said).toContain('(pain in the arm)')
    expect(said).toContain('please see a doctor or physiotherapist')
    expect(said).not.toContain('play what you love')
    expect(said).toMatch(/Next lesson: 9 March 2026\.$/)
  })

  test('no word of the trade reaches the kitchen table', () => {
    const said = family({
      works: ['Steady pulse'],
      faults: [fault({ mended: true, rungsMoved: 1, settled: true })],
      next: '2026-03-09' as IsoDate,
    })
    expect(said).not.toMatch(/\b(rung|recheck|prompted|fault|strand)\b/i)
  })
})
