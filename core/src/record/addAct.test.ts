/** A request made to an act: filled out, judged, stamped and on the record in one step. */
import { describe, expect, test } from 'vitest'
import { addAct, dayNoted, keepAct } from './index'
import type { Act, ActBody, ActRequest } from './index'
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

describe('an act that would not be read again', () => {
  const desk = new Desk().open()
  const stamp = { id: 'act-000099', at: '2026-01-12T10:00:00Z', by: 'teacher' } as never
  const sign = {
    ...{ kind: 'sign-noted', lesson: desk.lesson, finding: 'muted', strength: 'marked' },
    ...{ prompted: false, condition: null },
  } as unknown as ActRequest
  const knowing = (text: string) => ({
    ...KNOWLEDGE,
    findings: [{ ...KNOWLEDGE.findings[0]!, id: 'muted', text }],
  })
  const add = (text: string, more: object = {}) =>
    addAct(desk.record, sign, {
      knowledge: knowing(text),
      stamp: { ...(stamp as object), ...more } as never,
      today: TODAY,
    })

  test('is refused with its field, whoever made it: what is looked up is read too', () => {
    expect(add('The tone is muted')).toMatchObject({ ok: true })
    expect(add('m'.repeat(2001))).toMatchObject({
      ok: false,
      refusal: {
        code: 'act_cannot_be_kept',
        facts: { kind: 'sign-noted', field: 'text', why: 'too_long' },
      },
    })
    expect(add('The tone is muted', { id: 'short' })).toMatchObject({
      ok: false,
      refusal: { code: 'act_cannot_be_kept', facts: { field: 'id', why: 'not_an_id' } },
    })
  })

  test('what is applied is what its file gives back', () => {
    const added = add('  The tone is muted  ')
    if (!added.ok) throw new Error(added.refusal.code)
    expect(added.value.act).toMatchObject({ text: 'The tone is muted' })
    expect(added.value.record.lessons[0]!.signs[0]!.text).toBe('The tone is muted')
  })

  test('nothing stands for a number that is none: it is refused and not written as nothing', () => {
    const tick = { kind: 'practised', date: TODAY, item: 'music', minutes: 5, done: true }
    const made = { ...tick, tempo: Number.NaN, ...(stamp as object) } as unknown as Act
    expect(keepAct(desk.record, made, TODAY)).toMatchObject({
      ok: false,
      refusal: { code: 'act_cannot_be_kept', facts: { field: 'tempo', why: 'not_a_number' } },
    })
  })

  test('its day is the one it was where it was noted; an older one has its day in UTC', () => {
    const at = '2026-01-12T23:30:00.000Z' as never
    expect(dayNoted({ at, noted: '2026-01-13' as never })).toBe('2026-01-13')
    expect(dayNoted({ at })).toBe('2026-01-12')
    const card = { ...desk.record.card, flags: ['pain'] } as never
    const changed = addAct(
      desk.record,
      { kind: 'card-changed', card },
      {
        knowledge: KNOWLEDGE,
        stamp: { ...(stamp as object), at, noted: '2026-01-13' } as never,
        today: TODAY,
      },
    )
    expect(changed.ok && changed.value.record.stops.at(-1)).toMatchObject({ on: '2026-01-13' })
  })
})
