import { expect, test } from 'vitest'
import { laidOver } from './keptDraft'

const then = { name: 'Isla', goal: 'Play at the fair', homeMinutes: [20, 20] }

test('what was typed is laid over the form as it is now; what was not typed stays new', () => {
  const now = { ...then, goal: 'Join the harbour band', homeMinutes: [30, 30] }
  const draft = { base: then, values: { ...then, name: 'Isla Marrow' } }
  expect(laidOver(now, draft)).toEqual({ ...now, name: 'Isla Marrow' })
})

test('a field typed back to what it was is not typed; a list is one field', () => {
  const draft = { base: then, values: { ...then, homeMinutes: [20, 25] } }
  expect(laidOver(then, draft)).toEqual({ ...then, homeMinutes: [20, 25] })
  expect(laidOver(then, { base: then, values: then })).toEqual(then)
  expect(laidOver(then, null)).toBe(then)
})
