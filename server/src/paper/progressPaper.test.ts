/** What the letter for the family says, and in which order; how it is set is for the eye. */
import type { IsoDate, CaseId } from '@vein-mend/core/kit'
import { EMPTY_CARD } from '@vein-mend/core/record'
import type { StudentRecord } from '@vein-mend/core/record'
import type { Progress } from '@vein-mend/core/watch'
import { describe, expect, test } from 'vitest'
import { letterContent } from './progressPaper'

const day = (text: string) => text as IsoDate
const fault = (name: string, more: object = {}) => ({
  case: name as CaseId,
  name,
  aim: '',
  cue: null,
  ...more,
})

const NOTHING: Progress = {
  from: day('2026-09-01'),
  to: day('2026-11-30'),
  lessons: 12,
  strengths: [],
  mended: [],
  cameBack: [],
  healing: [],
  next: [],
  gatesOpened: [],
  gatesNext: [],
  kept: null,
}

/** Every word of the letter, part by part, as it will stand on the page. */
function said(progress: Partial<Progress>, ageBand: 'child' | 'adult' = 'child'): string {
  const texts: string[] = []
  const read = (content: unknown): void => {
    if (typeof content === 'string') texts.push(content)
    else if (Array.isArray(content)) content.forEach(read)
    else if (typeof content === 'object' && content !== null) {
      const { text, ul } = content as { text?: unknown; ul?: unknown }
      read(text)
      read(ul)
    }
  }
  const record = { card: EMPTY_CARD, cases: [], lessons: [] } as unknown as StudentRecord
  read(
    letterContent({
      name: 'Isla Marrow',
      ageBand,
      instrument: 'Horn',
      progress: { ...NOTHING, ...progress },
      record,
    }),
  )
  return texts.join('\n')
}

const everything: Partial<Progress> = {
  strengths: ['Steady pulse'],
  mended: [
    {
      ...fault('The hand in the bell closes the opening', { aim: 'The bell stays open.' }),
      on: day('2026-10-05'),
      cleanRechecks: 1,
    },
  ],
  cameBack: [{ ...fault('The bell sinks'), on: day('2026-11-02') }],
  healing: [
    {
      ...fault('Sits slumped', { aim: 'A long spine', cue: 'mast up' }),
      rung: 'slump-and-tall',
      number: 3,
      of: 5,
      rungsPassed: 2,
    },
  ],
  next: [fault('Breath is taken high', { aim: 'The breath drops.' })],
  kept: 0.56,
}

describe('the letter', () => {
  test('begins with what works and what is mended; what came back comes after', () => {
    const letter = said(everything)
    const at = (text: string) => letter.indexOf(text)
    const order = [
      'What works',
      'What is mended',
      'What is healing',
      'What came back',
      'What comes next',
      'At home',
    ]
    expect(order.map(at)).toEqual(order.map(at).toSorted((a, b) => a - b))
    expect(order.map(at)).not.toContain(-1)
  })

  test('says of what is mended when, what it is like now, and that it was still gone', () => {
    expect(said(everything)).toContain(
      '“The hand in the bell closes the opening”: mended on 5 October 2026. Now: the bell stays open. It was still gone when we looked again.',
    )
  })

  test('says of what heals which step it is, what for, and the student’s own word', () => {
    expect(said(everything)).toContain(
      '“Sits slumped”: step 3 of 5, 2 steps passed in this time. The aim: a long spine. Isla’s own word for it is “mast up”.',
    )
  })

  test('never tells of more steps than there are on this way, and none as a failure', () => {
    const [healing] = everything.healing!
    const after = (rungsPassed: number, number: number) =>
      said({ healing: [{ ...healing!, rungsPassed, number }] })
    expect(after(6, 2)).toContain('step 2 of 5, 1 step passed in this time')
    expect(after(0, 3)).toContain('step 3 of 5, being made firm')
  })

  test('is quiet about what there is not', () => {
    const letter = said({})
    for (const heading of [
      'What works',
      'What is mended',
      'What is healing',
      'What came back',
      'What opened',
    ]) {
      expect(letter).not.toContain(heading)
    }
    expect(letter).toContain('Nothing was ticked at home')
  })

  test('is kind about practice: no share without its measure', () => {
    expect(said(everything)).toContain(
      '56 % of the minutes asked for were ticked. Not every minute is ticked',
    )
  })

  test('speaks to a child’s family, and to a grown student', () => {
    expect(said({})).toContain('Dear family of Isla,')
    expect(said({}, 'adult')).toContain('Dear Isla,')
    expect(said({}, 'adult')).not.toContain('sitting by')
  })

  test('counts one lesson as one', () => {
    expect(said({ lessons: 1 })).toContain('there was 1 lesson.')
    expect(said({ lessons: 2 })).toContain('there were 2 lessons.')
  })

  // Cautions are always shown: pain stops the playing, a doctor is named, nothing is diagnosed. Common practice.
  test('always ends with the caution', () => {
    for (const letter of [said({}), said(everything, 'adult')]) {
      expect(letter.split('\n').at(-1)).toContain('see a doctor if it stays')
    }
  })

  test('has no word of the trade that a family would not know', () => {
    expect(said(everything)).not.toMatch(/\b(rung|rungs|recheck|belief|probability|decibans?)\b/i)
  })
})
