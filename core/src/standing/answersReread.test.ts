import { expect, test } from 'vitest'
import type { Knowledge } from '../packs'
import type { StudentRecord } from '../record'
import { answersReread } from './index'

const knowledge = {
  checks: [
    {
      id: 'rest',
      asks: ['lets-go'],
      outcomes: [
        {
          id: 'a',
          label: 'It lets go, the wrist caves',
          says: { 'lets-go': 'marked', caves: 'marked' },
        },
        { id: 'b', label: 'No change', says: { 'lets-go': 'absent' } },
      ],
    },
  ],
  faults: [
    { id: 'jaw', shows: { 'lets-go': 0.9 } },
    { id: 'rest-low', shows: { 'lets-go': 0.85 } },
    { id: 'other', shows: { 'lets-go': 0.2, caves: 0.9 } },
  ],
} as unknown as Knowledge

const answered = (outcome: string, says: object) => ({
  check: 'rest',
  name: 'The rest',
  outcome,
  says,
})

const record = (...checks: object[]) =>
  ({
    lessons: [{ date: '2026-03-02', checks }],
    cases: [
      { fault: 'jaw', status: { state: 'healing' } },
      { fault: 'rest-low', status: { state: 'open' } },
    ],
  }) as unknown as StudentRecord

test('an answer that acquitted and would not today is found, with the faults still open it ruled out', () => {
  const found = answersReread(
    record(answered('It lets go, the wrist caves', { 'lets-go': 'absent', caves: 'marked' })),
    knowledge,
  )
  expect(found).toMatchObject([
    { date: '2026-03-02', check: 'The rest', faults: [{ id: 'rest-low' }] },
  ])
})

test('what means the same today, or is not known any more, is not', () => {
  expect(answersReread(record(answered('No change', { 'lets-go': 'absent' })), knowledge)).toEqual(
    [],
  )
  expect(answersReread(record(answered('Gone', { 'lets-go': 'absent' })), knowledge)).toEqual([])
})
