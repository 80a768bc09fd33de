/** A student's record with everything not yet sent already in it. */
import type { PackResponse, StudentResponse } from '@vein-mend/contract'
import type { Knowledge } from '@vein-mend/core/packs'
import type { StudentId } from '@vein-mend/core/kit'
import type { StudentRecord } from '@vein-mend/core/record'
import { useEffect, useMemo } from 'react'
import { api } from './api'
import type { Parcel } from './mail/parcel'
import { rankWith, useMailState } from './useActs'
import { usePack } from './useStudio'
import { useShown } from './useShown'
import { withWaiting } from './withWaiting'

/** A student as a screen has them. */
export interface StudentView {
  readonly id: StudentId
  readonly today: StudentResponse['today']
  /** The last act the server has; what waits is in the record and not in it. */
  readonly head: StudentResponse['head']
  readonly record: StudentRecord
  /** Notes that stand aside, and are not in the record. */
  readonly aside: number
  /** What was noted last, what waits first. */
  readonly recent: StudentResponse['recent']
  readonly knowledge: Knowledge
  /** Of that knowledge. */
  readonly digest: string
}

/** A screen and the banner above it look at one student: what waits is played into the record once for both. */
let lastLooked: { readonly asked: readonly unknown[]; readonly view: StudentView } | null = null

function viewOf(
  student: StudentResponse,
  pack: PackResponse,
  waiting: readonly Parcel[],
  id: string,
): StudentView {
  const asked = [student, pack, waiting, id]
  if (lastLooked?.asked.every((x, i) => x === asked[i])) return lastLooked.view
  const parcels = waiting.filter((p) => p.to.kind === 'student' && p.to.student === id)
  const view = {
    id: student.id,
    today: student.today,
    head: student.head,
    aside: student.aside,
    ...withWaiting(
      student,
      parcels.flatMap((p) => p.requests),
      pack.knowledge,
    ),
    knowledge: pack.knowledge,
    digest: pack.digest,
  }
  lastLooked = { asked, view }
  return view
}

export function useStudent(id: string) {
  const { waiting } = useMailState()
  const student = useShown({ queryKey: ['student', id], queryFn: () => api.student(id) })
  const pack = usePack(student.data?.record.card.instrument, student.data?.knowledge)
  const digest = pack.data?.digest
  useEffect(() => {
    if (digest !== undefined) rankWith(id as StudentId, digest)
  }, [id, digest])
  const data = useMemo(
    () => (student.data && pack.data ? viewOf(student.data, pack.data, waiting, id) : null),
    [student.data, pack.data, waiting, id],
  )
  return { data, error: student.error ?? pack.error }
}
