/** Acts on a student's record: shown at once, sent in order, undone in one move. */
import type { ActId, ActRequest, StudentId } from '@vein-mend/core/record'
import { createContext, use, useCallback, useEffect, useSyncExternalStore } from 'react'
import { toast } from 'sonner'
import { sayRefusal } from '../wording/refusals'
import type { Outbox } from './outbox'

export const OutboxContext = createContext<Outbox | null>(null)

export function useOutbox(): Outbox {
  const outbox = use(OutboxContext)
  if (!outbox) throw new Error('no outbox in this tree')
  return outbox
}

export function useOutboxState() {
  const outbox = useOutbox()
  const { parcels, offline } = useSyncExternalStore(outbox.subscribe, outbox.snapshot)
  return { parcels, offline, waiting: parcels.reduce((n, p) => n + p.requests.length, 0) }
}

/** A fresh id; the server knows a repeated request by it. */
export function freshId(): string {
  return crypto.randomUUID()
}

/** Adds acts to the student's record; `said` offers undo under those words. Returns the acts' ids. */
export function useActs(student: StudentId) {
  const outbox = useOutbox()
  return useCallback(
    (requests: readonly ActRequest[], said?: string): readonly ActId[] => {
      const identified = requests.map((r) => ({ ...r, id: freshId() as ActId }))
      outbox.add(student, identified)
      const ids = identified.map((r) => r.id)
      if (said !== undefined) {
        toast(said, {
          action: {
            label: 'Undo',
            onClick: () => {
              outbox.add(
                student,
                ids.toReversed().map((act) => ({ kind: 'undone', act, id: freshId() as ActId })),
              )
            },
          },
        })
      }
      return ids
    },
    [outbox, student],
  )
}

/** Says every refusal in words, wherever the teacher is. */
export function useRefusalToasts(student: StudentId): void {
  const outbox = useOutbox()
  useEffect(
    () =>
      outbox.onRefusal((refusal, parcel) => {
        if (parcel.student === student) toast.error(sayRefusal(refusal), { duration: 12_000 })
      }),
    [outbox, student],
  )
}
