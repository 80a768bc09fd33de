import { describe, expect, test } from 'vitest'
import { meaningOf } from './meaning'
import type { Meaning } from './meaning'

const TABLE: readonly (readonly [string, number | null, string | null, number, Meaning])[] = [
  ['nobody answers', null, null, 3, 'wait'],
  ['taken', 200, null, 3, 'taken'],
  ['no sign-in', 401, null, 3, 'sign-in'],
  ['the session ran out', 403, 'sign_in_first', 3, 'sign-in'],
  ['not allowed from here', 403, 'not_from_home', 1, 'refused'],
  ['no such student', 404, 'unknown_student', 3, 'refused'],
  ['the link is gone', 404, 'link_not_valid', 1, 'refused'],
  ['no reason is given', 404, null, 3, 'wait'],
  ['time-out', 408, null, 3, 'wait'],
  ['another studio', 409, 'other_studio', 3, 'other-studio'],
  ['the record cannot be read on', 409, 'record_unplayable', 1, 'fault'],
  ['settled in another tab', 409, 'fault_already_settled', 1, 'refused'],
  ['too large', 413, 'too_large', 3, 'split'],
  ['too large, and only one', 413, 'too_large', 1, 'refused'],
  ['too many', 422, 'too_many', 60, 'split'],
  ['cannot be', 422, 'lesson_closed', 3, 'refused'],
  ['too early', 425, null, 3, 'wait'],
  ['too often', 429, 'too_many_requests', 3, 'wait'],
  ['the server breaks on it', 500, 'server_fault', 3, 'fault'],
  ['a server behind is away', 502, null, 3, 'wait'],
  ['being brought up to date', 503, null, 3, 'wait'],
  ['a server behind is slow', 504, null, 3, 'wait'],
]

const acts = (count: number) => Array.from({ length: count }, (_, i) => `act-${i}`)
const ofOurs = (status: number | null, code: string | null, onRecord: readonly string[] = []) => ({
  ...{ status, code, onRecord, ours: status !== null },
})

describe('what an answer means', () => {
  test.each(TABLE)('%s (%s %s, %s acts): %s', (_, status, code, count, meaning) => {
    expect(meaningOf(ofOurs(status, code, acts(count)), acts(count))).toBe(meaning)
  })

  test('taken is what it names and nothing else', () => {
    expect(meaningOf(ofOurs(200, null, acts(3)), acts(2))).toBe('taken')
    for (const named of [[], ['act-0'], ['act-of-another', 'act-1']]) {
      expect(meaningOf(ofOurs(200, null, named), acts(2))).toBe('fault')
    }
  })

  test('what is not ours says nothing of it, whatever it says', () => {
    for (let status = 100; status < 600; status++) {
      for (const code of [null, 'unknown_student', 'link_not_valid', 'sign_in_first']) {
        const foreign = { status, code, ours: false, onRecord: acts(2) }
        expect(meaningOf(foreign, acts(1))).toBe('wait')
        expect(['wait', 'split']).toContain(meaningOf(foreign, acts(2)))
      }
    }
  })

  test('no answer whatever loses a note: it is taken, kept on its way, or laid on the shelf', () => {
    for (let status = 100; status < 600; status++) {
      for (const code of [null, 'unknown_student', 'whatever']) {
        const meaning = meaningOf(ofOurs(status, code, acts(2)), acts(2))
        expect(meaning === 'taken').toBe(status < 300)
      }
    }
  })
})
