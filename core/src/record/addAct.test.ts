/** A request made to an act: filled out, judged, stamped and on the record in one step. */
import { describe, expect, test } from 'vitest'
import { addAct } from './index'
import type { ActBody, ActRequest } from './index'
import { Desk, TODAY } from './test/desk'
import { KNOWLEDGE } from './test/instrument'

const setup = (desk: Desk, feet: 'right' | 'wrong'): ActBody => ({
  ...{ kind: 'setup-checked', lesson: desk.lesson, place: 'studio' },
  ...{ points: { feet }, numbers: {} },
})

describe('an act that is added', () => {
  const desk = new Desk().open()
  const stamp = { id: 'act-000099', at: '2026-01-12T10:00:00Z', by: 'teacher' } as never
  const with_ = { knowledge: KNOWLEDGE, stamp, today: TODAY }

  test('is stamped, whole, and on the record', () => {
    const request = { ...setup(desk, 'wrong'), act: undefined } as unknown as ActRequest
    const added = addAct(desk.record, request, with_)
    expect(added).toMatchObject({ ok: true, value: { act: { id: 'act-000099', by: 'teacher' } } })
    if (added.ok) expect(added.value.record.lessons[0]!.setups).toHaveLength(1)
  })

  test('is refused by what the knowledge does not know, and by what the record does not take', () => {
    const sign = { kind: 'sign-noted', lesson: desk.lesson, finding: 'nobody', strength: 'marked' }
    const unknown = addAct(
      desk.record,
      { ...sign, prompted: false, condition: null } as never,
      with_,
    )
    expect(unknown).toMatchObject({ ok: false, refusal: { code: 'unknown_finding' } })
    const elsewhere = { ...setup(desk, 'right'), lesson: 'lesson-9' } as never
    expect(addAct(desk.record, elsewhere, with_)).toMatchObject({
      ok: false,
      refusal: { code: 'unknown_lesson' },
    })
  })
})
