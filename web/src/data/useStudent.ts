/** A student's record with everything not yet sent already in it. */
import { useQuery } from '@tanstack/react-query'
import type { StudentResponse } from '@vein-mend/contract'
import type { IsoDate, IsoInstant } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { applyAct, completeAct, refuseAct } from '@vein-mend/core/record'
import type { Act, StudentRecord } from '@vein-mend/core/record'
import { useMemo } from 'react'
import { api } from './api'
import type { Parcel } from './outbox'
import { useOutboxState } from './useActs'

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
  { record, today }: StudentResponse,
  parcels: readonly Parcel[],
  knowledge: Knowledge,
): StudentRecord {
  const requests = parcels.flatMap((p) => p.requests)
  const undone = new Set(requests.flatMap((r) => (r.kind === 'undone' ? [r.act] : [])))
  let now = withoutUndone(record, undone)
  for (const request of requests) {
    if (request.kind === 'undone' || undone.has(request.id)) continue
    const whole = completeAct(request, now, knowledge)
    if (!whole.ok || refuseAct(now, whole.value, today as IsoDate)) continue
    const at = `${today}T00:00:00.000Z` as IsoInstant
    const act: Act = { ...whole.value, id: request.id, at, by: 'teacher' }
    now = applyAct(now, act)
  }
  return now
}

export function useStudents() {
  return useQuery({ queryKey: ['students'], queryFn: api.students })
}

export function usePacks() {
  return useQuery({ queryKey: ['packs'], queryFn: api.packs, staleTime: Infinity })
}

export function usePack(id: string | undefined) {
  return useQuery({
    queryKey: ['pack', id],
    queryFn: () => api.pack(id ?? ''),
    enabled: id !== undefined,
    staleTime: Infinity,
  })
}

export function useStudent(id: string) {
  const { parcels } = useOutboxState()
  const student = useQuery({ queryKey: ['student', id], queryFn: () => api.student(id) })
  const pack = usePack(student.data?.record.card.instrument)
  const data = useMemo(() => {
    if (!student.data || !pack.data) return null
    const waiting = parcels.filter((p) => p.student === id)
    return {
      id: student.data.id,
      today: student.data.today as IsoDate,
      record: withWaiting(student.data, waiting, pack.data.knowledge),
      recent: student.data.recent,
      knowledge: pack.data.knowledge,
    }
  }, [student.data, pack.data, parcels, id])
  return { data, error: student.error ?? pack.error }
}

export type StudentView = NonNullable<ReturnType<typeof useStudent>['data']>
