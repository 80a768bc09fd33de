/** A student's record with everything not yet sent already in it. */
import type { PackResponse, StudentResponse } from '@vein-mend/contract'
import type { IsoInstant } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { addAct } from '@vein-mend/core/record'
import type { StudentId, StudentRecord } from '@vein-mend/core/record'
import { useEffect, useMemo } from 'react'
import { api } from './api'
import { latestAct } from './latestAct'
import type { LatestAct } from './latestAct'
import type { Parcel } from './mail/parcel'
import { rankWith, useMailState } from './useActs'
import { useShown } from './useShown'

/**
 * Takes back, for the eye, what was undone while the server is away: signs, checks and comparisons vanish at
 * once. What an undoing does to a fault's state takes playing the whole record again, and waits for the server.
 */
function withoutUndone(record: StudentRecord, undone: ReadonlySet<string>): StudentRecord {
  if (undone.size === 0) return record
  const still = (x: { readonly act: string }) => !undone.has(x.act)
  return {
    ...record,
    stops: record.stops
      .filter(still)
      .map((s) => (s.ended && undone.has(s.ended.act) ? { ...s, ended: null } : s)),
    lessons: record.lessons.map((l) => ({
      ...l,
      signs: l.signs.filter(still),
      checks: l.checks.filter(still),
      setups: l.setups.filter(still),
      comparisons: l.comparisons.filter(still),
    })),
  }
}

/** Applies waiting acts to the record as the server will; what it would refuse is left out. */
function withWaiting(
  { record, today, recent }: StudentResponse,
  parcels: readonly Parcel[],
  knowledge: Knowledge,
): StudentRecord {
  const requests = parcels.flatMap((p) => p.requests)
  const undone = new Set(requests.flatMap((r) => (r.kind === 'undone' ? [r.act] : [])))
  // What has just arrived may be waiting and on record for an instant.
  const there = new Set(recent.map((r) => r.act.id))
  let now = withoutUndone(record, undone)
  for (const request of requests) {
    if (request.kind === 'undone' || undone.has(request.id) || there.has(request.id)) continue
    const stamp = { id: request.id, at: `${today}T00:00:00.000Z` as IsoInstant, by: 'teacher' }
    const added = addAct(now, request, { knowledge, stamp, today })
    if (added.ok) now = added.value.record
  }
  return now
}

export function useStudents() {
  return useShown({ queryKey: ['students'], queryFn: api.students })
}

export function usePacks() {
  return useShown({ queryKey: ['packs'], queryFn: api.packs, staleTime: Infinity })
}

/**
 * The pack as the studio has it now. With the digest a student's record was answered with, it is asked for again
 * when that changes, so that screen and server rank alike; what was there is shown until it comes.
 */
export function usePack(id: string | undefined, digest?: string) {
  return useShown({
    queryKey: ['pack', id, ...(digest === undefined ? [] : [digest])],
    queryFn: () => api.pack(id ?? ''),
    enabled: id !== undefined,
    staleTime: Infinity,
    placeholderData: (before) => (before?.knowledge.pack.id === id ? before : undefined),
  })
}

/** A student as a screen has them. */
export interface StudentView {
  readonly id: StudentId
  readonly today: StudentResponse['today']
  /** The last act the server has; what waits is in the record and not in it. */
  readonly head: StudentResponse['head']
  readonly record: StudentRecord
  readonly recent: StudentResponse['recent']
  /** What an undo by key takes back. */
  readonly latest: LatestAct | null
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
    record: withWaiting(student, parcels, pack.knowledge),
    recent: student.recent,
    latest: latestAct(
      student.recent,
      parcels.flatMap((p) => p.requests),
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
