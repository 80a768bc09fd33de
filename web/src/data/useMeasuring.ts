/** Sending what is measured: how far it is, and leaving it. */
import { useQuery } from '@tanstack/react-query'
import type { ActId, StudentId } from '@vein-mend/core/kit'
import { useRef, useState } from 'react'
import { toast } from 'sonner'
import { api } from './api'
import { freshAct } from './freshId'
import { useChange } from './useChange'

/** How often it is asked how far a measuring is, ms. */
const EVERY_MS = 400

/** What is being sent: the act it is written as, and the way out. */
interface Sent {
  readonly act: ActId
  readonly signal: AbortSignal
}

export interface MeasuringOptions<In> {
  readonly send: (asked: In, sent: Sent) => Promise<unknown>
  readonly done?: (act: ActId) => unknown
  /** What still holds when nobody answers. */
  readonly unchanged: string
}

/** Runs one measuring at a time; `share` is how far it is, null where nobody knows. */
export function useMeasuring<In>(
  student: StudentId,
  { send, done, unchanged }: MeasuringOptions<In>,
) {
  const [act, setAct] = useState<ActId | null>(null)
  const leaving = useRef<AbortController | null>(null)
  const { run, running, trouble } = useChange({
    change: async (asked: In) => {
      const id = freshAct()
      const gone = new AbortController()
      leaving.current = gone
      setAct(id)
      try {
        await send(asked, { act: id, signal: gone.signal })
        return id
      } catch (error) {
        // Whoever stops waiting is not told that nobody answers.
        if (gone.signal.aborted) return null
        throw error
      }
    },
    touches: [['student', student]],
    unchanged,
    done: (id: ActId | null) => {
      if (id === null) toast('Stopped. What had arrived is kept, and not measured.')
      else return done?.(id)
    },
  })
  const { data } = useQuery({
    queryKey: ['measuring', student, act],
    queryFn: () => (act === null ? { share: null } : api.measuring(student, act)),
    enabled: running && act !== null,
    refetchInterval: EVERY_MS,
    gcTime: 0,
  })
  const leave = () => {
    leaving.current?.abort()
  }
  return { run, running, trouble, share: running ? (data?.share ?? null) : null, leave }
}
