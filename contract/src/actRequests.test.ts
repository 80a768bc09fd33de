import { EMPTY_CARD } from '@vein-mend/core/record'
import { describe, expect, test } from 'vitest'
import { ValidationError } from 'yup'
import { parseActs, troublesOf } from './index'

const ID = 'act-00000001'
const card = { ...EMPTY_CARD, name: 'Isla Marrow', instrument: 'horn' }

function troubles(body: unknown) {
  try {
    parseActs(body)
    return []
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    return troublesOf(error).map((t) => `${t.path.join('.')}: ${t.code}`)
  }
}

describe('what comes over the border', () => {
  test('a whole card passes, trimmed', () => {
    const [act] = parseActs({
      acts: [{ id: ID, kind: 'student-added', card: { ...card, name: '  Isla ' } }],
    })
    expect(act).toMatchObject({ card: { name: 'Isla' } })
  })
  test('an empty name and a bad number are both named', () => {
    const body = {
      acts: [
        {
          id: ID,
          kind: 'student-added',
          card: { ...card, name: ' ', homeMinutes: [20, 20, -1, 20, 20, 20, 20] },
        },
      ],
    }
    expect(troubles(body).sort()).toEqual([
      'acts.0.card.homeMinutes.2: too_small',
      'acts.0.card.name: empty',
    ])
  })
  test.each([
    [{}, ['acts: missing']],
    [{ acts: [] }, ['acts: empty']],
    [{ acts: [{ id: ID, kind: 'dance' }] }, ['acts.0.kind: unknown_kind']],
    [
      { acts: [{ id: ID, kind: 'lesson-opened', lesson: ID, date: '2026-02-30' }] },
      ['acts.0.date: not_a_day'],
    ],
    [{ acts: [{ id: 'x', kind: 'undone', act: ID }] }, ['acts.0.id: not_an_id']],
    [
      {
        acts: [
          {
            id: ID,
            kind: 'look-taken',
            lesson: ID,
            case: ID,
            condition: 'asleep',
            prompted: false,
            clean: 0,
            tries: 0,
          },
        ],
      },
      ['acts.0.condition: not_offered', 'acts.0.tries: too_small'],
    ],
  ])('%j is refused by field', (body, expected) => {
    expect(troubles(body)).toEqual(expected)
  })
  test('what nobody asked for does not reach the record', () => {
    const [act] = parseActs({ acts: [{ id: ID, kind: 'undone', act: ID, why: 'because' }] })
    expect(act).toEqual({ id: ID, kind: 'undone', act: ID })
  })
})
