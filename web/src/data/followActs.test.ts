/** The desk follows the server act by act, and fetches only where it cannot. */
import type { ActsTaken, StudentResponse } from '@vein-mend/contract'
import { addDays } from '@vein-mend/core/kit'
import type { IsoDate, IsoInstant, ActId, LessonId, StudentId } from '@vein-mend/core/kit'
import { USUAL_MENDING } from '@vein-mend/core/mending'
import type { Knowledge } from '@vein-mend/core/packs'
import { EMPTY_CARD, playRecord } from '@vein-mend/core/record'
import type { Act, IdentifiedRequest } from '@vein-mend/core/record'
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
  writer: 'teacher',
  aside: 0,
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
const asked = { requests, knowledge, digest: DIGEST }
const stamp = (id: ActId) => ({ id, at: AT, by: 'teacher', noted: TODAY })
const taken: ActsTaken = {
  id: shown.id,
  today: TODAY,
  before: first.id,
  completedBy: DIGEST,
  taken: requests.map(({ id }) => stamp(id)),
  onRecord: requests.map(({ id }) => id),
  head: 'act-000003' as ActId,
  knowledge: DIGEST,
  writer: 'teacher',
}

describe('the desk', () => {
  test('comes to the record the server came to, with its head and the latest acts', () => {
    const next = followActs(shown, asked, taken)!
    // As the file has it, written out by hand: what is looked up stands in it.
    const onFile: readonly Act[] = [
      first,
      {
        ...{ kind: 'lesson-opened', lesson, date: TODAY, ...stamp('act-000002' as ActId) },
        ...{ pack: knowledge.pack, mending: USUAL_MENDING },
      },
      {
        ...{ kind: 'sign-noted', lesson, finding: 'muted', strength: 'marked' },
        ...{ prompted: false, condition: null, text: 'The tone is muted', strand: 'tone' },
        ...stamp('act-000003' as ActId),
      },
    ]
    expect(next.record).toEqual(playRecord(onFile))
    expect(next.recent.map((r) => r.act)).toEqual([onFile[2], onFile[1]])
    expect(next.head).toBe('act-000003')
  })

  test('has nothing to do where all of it was on record already', () => {
    const again = { ...taken, before: shown.head, head: shown.head, taken: [] }
    expect(followActs(shown, asked, again)).toEqual(shown)
  })

  test.each<[string, Partial<ActsTaken>]>([
    ['somebody else came between', { before: 'act-of-another' as ActId }],
    ['the server knew more by then', { completedBy: 'a-newer-digest' }],
    ['nothing was new and the record is another', { taken: [], head: 'act-of-another' as ActId }],
    ['an act is not one of its own', { taken: [stamp('act-of-another' as ActId)] }],
  ])('asks where %s', (_, change) => {
    expect(followActs(shown, asked, { ...taken, ...change })).toBeNull()
  })

  test('asks after an undoing, and where it cannot do what the server did', () => {
    const undo = { kind: 'undone', act: first.id, id: 'act-000004' as ActId } as const
    const answer = { ...taken, taken: [stamp(undo.id)] }
    expect(followActs(shown, { ...asked, requests: [undo] }, answer)).toBeNull()
    const late = { ...requests[0]!, date: addDays(TODAY, 30) } as IdentifiedRequest
    expect(followActs(shown, { ...asked, requests: [late, requests[1]!] }, taken)).toBeNull()
  })
})
