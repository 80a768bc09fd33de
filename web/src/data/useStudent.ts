/** A student's record with everything not yet sent already in it. */
import { useQuery } from '@tanstack/react-query'
import type { StudentResponse } from '@vein-mend/contract'
import type { IsoInstant } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { addAct } from '@vein-mend/core/record'
import type { StudentId, StudentRecord } from '@vein-mend/core/record'
import { useEffect, useMemo } from 'react'
import { api } from './api'
import type { Parcel } from './mail/parcel'
import { rankWith, useMailState } from './useActs'

/**
 * Takes back, for the eye, what was undone while the server is away: signs, checks and comparisons vanish at
 * once. What an undoing does to a fault's state takes playing the whole record again, and waits for the server.
 */
function withoutUndone(record: StudentRecord, undone: ReadonlySet<string>): StudentRecord {
  if (undone.size === 0) return record
  const still = (x: { readonly act: string }) => !undone.has(x.act)
  return {
    ...record,
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
  return useQuery({ queryKey: ['students'], queryFn: api.students })
}

export function usePacks() {
  return useQuery({ queryKey: ['packs'], queryFn: api.packs, staleTime: Infinity })
}

/**
 * The pack as the studio has it now. With the digest a student's record was answered with, it is asked for again
 * when that changes, so that screen and server rank alike; what was there is shown until it comes.
 */
export function usePack(id: string | undefined, digest?: string) {
  return useQuery({
    queryKey: ['pack', id, ...(digest === undefined ? [] : [digest])],
    queryFn: () => api.pack(id ?? ''),
    enabled: id !== undefined,
    staleTime: Infinity,
    placeholderData: (before) => (before?.knowledge.pack.id === id ? before : undefined),
  })
}

export function useStudent(id: string) {
  const { waiting } = useMailState()
  const student = useQuery({ queryKey: ['student', id], queryFn: () => api.student(id) })
  const pack = usePack(student.data?.record.card.instrument, student.data?.knowledge)
  const digest = pack.data?.digest
  useEffect(() => {
    if (digest !== undefined) rankWith(id as StudentId, digest)
  }, [id, digest])
  const data = useMemo(() => {
    if (!student.data || !pack.data) return null
    const parcels = waiting.filter((p) => p.to.kind === 'student' && p.to.student === id)
    return {
      id: student.data.id,
      today: student.data.today,
      /** The last act the server has; what waits is in the record and not in it. */
      head: student.data.head,
      record: withWaiting(student.data, parcels, pack.data.knowledge),
      recent: student.data.recent,
      knowledge: pack.data.knowledge,
      /** Of that knowledge. */
      digest: pack.data.digest,
    }
  }, [student.data, pack.data, waiting, id])
  return { data, error: student.error ?? pack.error }
}

export type StudentView = NonNullable<ReturnType<typeof useStudent>['data']>
