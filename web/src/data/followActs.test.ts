/** The desk follows the server act by act, and fetches only where it cannot. */
import type { ActsTaken, StudentResponse } from '@vein-mend/contract'
import { addDays } from '@vein-mend/core/kit'
import type { IsoDate, IsoInstant } from '@vein-mend/core/kit'
import { USUAL_MENDING } from '@vein-mend/core/mending'
import type { Knowledge } from '@vein-mend/core/packs'
import { addAct, EMPTY_CARD, playRecord } from '@vein-mend/core/record'
import type { Act, ActId, IdentifiedRequest, LessonId, StudentId } from '@vein-mend/core/record'
import { describe, expect, test } from 'vitest'
import { followActs } from './followActs'

const TODAY = '2026-03-02' as IsoDate
const AT = '2026-03-02T10:00:00.000Z' as IsoInstant
const DIGEST = 'digest-of-the-horn'
const knowledge = {
  pack: { id: 'horn', version: '1.0.0', digest: 'written' },
  mending: USUAL_MENDING,
  findings: [{ id: 'muted', text: 'The tone is muted', strand: 'tone' }],
} as unknown as Knowledge

const first: Act = {
  kind: 'student-added',
  card: { ...EMPTY_CARD, name: 'Isla', instrument: 'horn' },
  id: 'act-000001' as ActId,
  at: AT,
  by: 'teacher',
}
const shown: StudentResponse = {
  id: 'student-isla' as StudentId,
  today: TODAY,
  head: first.id,
  knowledge: DIGEST,
  record: playRecord([first])!,
  recent: [],
}

const lesson = 'lesson-000001' as LessonId
const requests: readonly IdentifiedRequest[] = [
  { kind: 'lesson-opened', lesson, date: TODAY, id: 'act-000002' as ActId },
  {
    kind: 'sign-noted',
    lesson,
    finding: 'muted',
    strength: 'marked',
    prompted: false,
    condition: null,
    id: 'act-000003' as ActId,
  },
]
const asked = { requests, knowledge, digest: DIGEST, by: 'teacher' }
const taken: ActsTaken = {
  id: shown.id,
  today: TODAY,
  before: first.id,
  completedBy: DIGEST,
  taken: requests.map(({ id }) => ({ id, at: AT })),
  head: 'act-000003' as ActId,
  knowledge: DIGEST,
}

describe('the desk', () => {
  test('comes to the record the server came to, with its head and the latest acts', () => {
    const next = followActs(shown, asked, taken)!
    const server = requests.reduce((record, { id, ...request }) => {
      const stamp = { id, at: AT, by: 'teacher' }
      const added = addAct(record, request, { knowledge, stamp, today: TODAY })
      if (!added.ok) throw new Error(added.refusal.code)
      return added.value.record
    }, shown.record)
    expect(next.record).toEqual(server)
    expect(next.head).toBe('act-000003')
    expect(next.recent.map((r) => r.act.id)).toEqual(['act-000003', 'act-000002'])
  })

  test('has nothing to do where all of it was on record already', () => {
    const again = { ...taken, before: shown.head, head: shown.head, taken: [] }
    expect(followActs(shown, asked, again)).toEqual(shown)
  })

  test.each<[string, Partial<ActsTaken>]>([
    ['somebody else came between', { before: 'act-of-another' as ActId }],
    ['the server knew more by then', { completedBy: 'a-newer-digest' }],
    ['nothing was new and the record is another', { taken: [], head: 'act-of-another' as ActId }],
    ['an act is not one of its own', { taken: [{ id: 'act-of-another' as ActId, at: AT }] }],
  ])('asks where %s', (_, change) => {
    expect(followActs(shown, asked, { ...taken, ...change })).toBeNull()
  })

  test('asks after an undoing, and where it cannot do what the server did', () => {
    const undo = { kind: 'undone', act: first.id, id: 'act-000004' as ActId } as const
    const answer = { ...taken, taken: [{ id: undo.id, at: AT }] }
    expect(followActs(shown, { ...asked, requests: [undo] }, answer)).toBeNull()
    const late = { ...requests[0]!, date: addDays(TODAY, 30) } as IdentifiedRequest
    expect(followActs(shown, { ...asked, requests: [late, requests[1]!] }, taken)).toBeNull()
  })
})
