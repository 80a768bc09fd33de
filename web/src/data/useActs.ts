/** Acts on a student's record: shown at once, sent in order, undone in one move. */
import type { ActId, StudentId } from '@vein-mend/core/kit'
import type { ActRequest } from '@vein-mend/core/record'
import { createContext, use, useCallback, useSyncExternalStore } from 'react'
import { toast } from 'sonner'
import { freshAct } from './freshId'
import type { Mail } from './mail/mail'

export const MailContext = createContext<Mail | null>(null)

export function useMail(): Mail {
  const mail = use(MailContext)
  if (!mail) throw new Error('no mail in this tree')
  return mail
}

export function useMailState() {
  const mail = useMail()
  const state = useSyncExternalStore(mail.subscribe, mail.snapshot)
  return { ...state, acts: state.waiting.reduce((n, p) => n + p.requests.length, 0) }
}

/** Digest of the knowledge the screen ranks with, by student; told by `useStudent`. */
const RANKED_WITH = new Map<StudentId, string>()

export function rankWith(student: StudentId, digest: string): void {
  RANKED_WITH.set(student, digest)
}

/** Adds acts to the student's record; `said` offers undo under those words. Returns the acts' ids. */
export function useActs(student: StudentId) {
  const mail = useMail()
  return useCallback(
    (requests: readonly ActRequest[], said?: string): readonly ActId[] => {
      const identified = requests.map((r) => ({ ...r, id: freshAct() }))
      const to = { kind: 'student', student } as const
      mail.add(to, identified, RANKED_WITH.get(student) ?? null)
      const ids = identified.map((r) => r.id)
      const undo = () => {
        const undoings = ids.toReversed().map((act) => ({ kind: 'undone' as const, act }))
        mail.add(
          to,
          undoings.map((u) => ({ ...u, id: freshAct() })),
        )
      }
      if (said !== undefined) toast(said, { action: { label: 'Undo', onClick: undo } })
      return ids
    },
    [mail, student],
  )
}
