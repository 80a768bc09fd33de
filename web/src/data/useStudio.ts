/** What the studio has: its students as they are listed, and its knowledge. Nothing here plays a record. */
import { api } from './api'
import { useShown } from './useShown'

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
