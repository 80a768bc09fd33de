/** A page fetched before an act and answered after it must not put the record back. */
import { QueryClient, QueryObserver } from '@tanstack/react-query'
import type { ActsTaken, PackResponse, StudentResponse } from '@vein-mend/contract'
import type { IsoDate, IsoInstant, ActId, LessonId, StudentId } from '@vein-mend/core/kit'
import { USUAL_MENDING } from '@vein-mend/core/mending'
import { EMPTY_CARD, playRecord } from '@vein-mend/core/record'
import type { Act, IdentifiedRequest } from '@vein-mend/core/record'
import { afterEach, beforeEach, expect, test } from 'vitest'
import type { Parcel } from './mail/parcel'
import { takeIn } from './takeIn'

const TODAY = '2026-03-02' as IsoDate
const AT = '2026-03-02T10:00:00.000Z' as IsoInstant
const DIGEST = 'digest-of-the-horn'
const ISLA = 'student-isla' as StudentId
const KEY = ['student', ISLA]

const pack = {
  digest: DIGEST,
  knowledge: {
    pack: { id: 'horn', version: '1.0.0', digest: 'written' },
    mending: USUAL_MENDING,
    findings: [],
  },
} as unknown as PackResponse

const added: Act = {
  kind: 'student-added',
  card: { ...EMPTY_CARD, name: 'Isla', instrument: 'horn' },
  id: 'act-000001' as ActId,
  at: AT,
  by: 'teacher',
}
const before: StudentResponse = {
  id: ISLA,
  today: TODAY,
  head: added.id,
  knowledge: DIGEST,
  writer: 'teacher',
  aside: 0,
  record: playRecord([added])!,
  recent: [],
}
const opened: IdentifiedRequest = {
  kind: 'lesson-opened',
  lesson: 'lesson-000001' as LessonId,
  date: TODAY,
  id: 'act-000002' as ActId,
}
const parcel: Parcel = {
  id: 'parcel-1',
  device: 'device-of-the-loft',
  count: 1,
  at: 1,
  to: { kind: 'student', student: ISLA },
  studio: 'studio-loft',
  knowledge: DIGEST,
  requests: [opened],
  refused: null,
}
const taken: ActsTaken = {
  id: ISLA,
  today: TODAY,
  before: added.id,
  completedBy: DIGEST,
  taken: [{ id: opened.id, at: AT, by: 'teacher', noted: TODAY }],
  onRecord: [opened.id],
  head: opened.id,
  knowledge: DIGEST,
  writer: 'teacher',
}

let client: QueryClient
/** Ends the fetch under way with the page as it was before the act. */
let answerLate: () => void
let fetches: number

beforeEach(() => {
  client = new QueryClient()
  client.setQueryData(['pack', 'horn', DIGEST], pack)
  fetches = 0
})
afterEach(() => client.clear())

function watch(): { readonly stop: () => void } {
  const page = new QueryObserver<StudentResponse>(client, {
    queryKey: KEY,
    queryFn: () => {
      fetches += 1
      return new Promise((answer) => {
        answerLate = () => answer(before)
      })
    },
    staleTime: 0,
    retry: false,
  })
  return { stop: page.subscribe(() => undefined) }
}

const settled = () => new Promise((done) => setTimeout(done, 0))
const shown = () => client.getQueryData<StudentResponse>(KEY)

test('a page asked for before the act and answered after it does not take the act away', async () => {
  client.setQueryData(KEY, before)
  const page = watch()
  expect(fetches).toBe(1)
  await takeIn(client, parcel, taken)
  answerLate()
  await settled()
  expect(shown()?.head).toBe(opened.id)
  expect(shown()?.record.lessons).toHaveLength(1)
  page.stop()
})

test('where the desk cannot follow, the page is asked for anew, and the earlier answer is let go', async () => {
  client.setQueryData(KEY, { ...before, head: 'act-of-somebody-else' as ActId })
  const page = watch()
  const early = answerLate
  const done = takeIn(client, parcel, taken)
  await settled()
  expect(fetches).toBe(2)
  early()
  await settled()
  expect(shown()?.head).toBe('act-of-somebody-else')
  answerLate()
  await done
  expect(shown()?.head).toBe(added.id)
  page.stop()
})
