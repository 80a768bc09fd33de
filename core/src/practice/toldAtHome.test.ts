import { describe, expect, test } from 'vitest'
import type { Knowledge } from '../packs'
import type { CaseState } from '../record'
import type { LadderRung } from '../remedy'
import { aimOf, homeInstruction, toldAtHome } from './index'

const point = (ask: string, otherwise: string | null, number: object | null = null) => ({
  id: ask,
  ask,
  parts: otherwise === null ? [] : [{ id: 'no', say: 'not right', finding: otherwise }],
  number,
  grows: false,
})

const knowledge = {
  setup: [
    point('Middle?', 'off-centre'),
    point('How high is the stand?', null, { unit: 'cm' }),
    point('Tall?', 'slumped'),
    point('Feet?', 'feet-dangle'),
    point('Nails?', 'nails-click'),
  ],
} as unknown as Knowledge

describe('told at home', () => {
  test('how to begin is asked in three questions at most, and nothing that has to be measured', () => {
    expect(toldAtHome(knowledge, true).before).toEqual(['Middle?', 'Tall?', 'Feet?'])
  })

  test('a child and an adult hear in their own words that it takes weeks, and what may wait', () => {
    const [child, adult] = [toldAtHome(knowledge, true), toldAtHome(knowledge, false)]
    for (const told of [child, adult]) expect(told.patience).toMatch(/weeks.*(wait|let be)/)
    expect(child.patience).not.toBe(adult.patience)
    // Pain stops the playing and goes to licensed practice, whoever reads it.
    for (const told of [child, adult])
      expect(`${told.caution} ${told.rest}`).toMatch(/stop.*doctor/s)
  })

  test('what a teacher does in the lesson is done alone at home', () => {
    const rung = { instruction: 'Echo the teacher.' } as LadderRung
    expect(homeInstruction(rung)).toBe('Echo the teacher.')
    expect(homeInstruction({ ...rung, alone: 'Answer the notes of this page.' })).toBe(
      'Answer the notes of this page.',
    )
  })
})

test('the aim is that of the remedy on the way, and none where there is none any more', () => {
  const remedies = [
    { id: 'hover', aim: 'Fingers like feathers.' },
    { id: 'whole-breath', aim: 'All of the breath.' },
  ]
  const known = { remedies } as unknown as Knowledge
  const on = (remedy: string | null) =>
    aimOf({ ladder: remedy === null ? null : { remedy } } as unknown as CaseState, known)
  expect(on('whole-breath')).toBe('All of the breath.')
  expect(on('hover')).toBe('Fingers like feathers.')
  expect(on('gone')).toBeNull()
  expect(on(null)).toBeNull()
})
