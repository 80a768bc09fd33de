import type { AgendaKind, AgendaStep } from '@vein-mend/core/standing'
import type { CaseState } from '@vein-mend/core/record'
import { describe, expect, test } from 'vitest'
import { CLOSE_PLACE, placeOf, SAY_PLACE, SETUP_PLACE, SIGNS_PLACE } from './deskPlaces'

const state = { id: 'case-1', name: 'Sits slumped' } as unknown as CaseState
const step = (kind: AgendaKind, about: CaseState | null = null): AgendaStep => ({
  kind,
  about,
  minutes: 2,
  from: 0,
  done: false,
})

describe('where a step of the lesson is done', () => {
  test.each([
    ['what-works', SAY_PLACE],
    ['diagnose', SIGNS_PLACE],
    ['set-up', SETUP_PLACE],
    ['close', CLOSE_PLACE],
  ] as const)('%s', (kind, place) => {
    expect(placeOf(step(kind))).toBe(place)
  })

  test.each(['recall', 'look', 'rung', 'recheck'] as const)('%s: at its own fault', (kind) => {
    expect(placeOf(step(kind, state))).toBe('desk-case-1')
    expect(placeOf(step(kind))).toBeNull()
  })

  test('music is played and not noted', () => {
    expect(placeOf(step('music'))).toBeNull()
  })
})
