/** The one way to change something from a screen that is not an act: run, say what came of it, refresh what it touched. */
import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { CodedRefusal, ErrorResponse } from '@vein-mend/contract'
import { toast } from 'sonner'
import { sayRefusal } from '../wording/refusals'
import { ApiError } from './api'

/** What a change that failed is told with: the refusal's own sentence, or that nobody answers. */
export interface ChangeTrouble {
  readonly words: string
  readonly refusal: (CodedRefusal & Partial<ErrorResponse['error']>) | null
}

/** Said where nobody answered, and only there. */
const NOBODY = 'The server does not answer.'
/** Said where another program has the address. */
const STRANGER = 'Something else answers at this address, and not the studio.'

export function troubleOf(error: unknown, unchanged = 'Nothing was changed.'): ChangeTrouble {
  if (!(error instanceof ApiError)) return { words: `${NOBODY} ${unchanged}`, refusal: null }
  const { refusal } = error
  if (!error.ours) {
    return { words: `${error.isStranger ? STRANGER : NOBODY} ${unchanged}`, refusal: null }
  }
  return refusal
    ? { words: sayRefusal(refusal), refusal }
    : { words: sayRefusal({ code: 'server_fault', path: [] }), refusal: null }
}

export interface ChangeOptions<In, Out> {
  readonly change: (asked: In) => Promise<Out>
  /** Queries that show something else after it; everything where none is named. */
  readonly touches?: readonly (readonly string[])[]
  readonly done?: (out: Out, asked: In) => unknown
  /** Told in a corner instead of on the form. */
  readonly toasted?: boolean
  /** What still holds when nobody answers. */
  readonly unchanged?: string
}

/** `run` starts the change; `trouble` says why the last one failed, until the next or `clear`. */
export function useChange<In, Out>({
  change,
  touches = [[]],
  done,
  toasted = false,
  unchanged,
}: ChangeOptions<In, Out>) {
  const client = useQueryClient()
  const { mutate, isPending, error, reset, variables } = useMutation({
    mutationFn: change,
    // Saying that nobody answers is the answer; what is typed stays where it is.
    networkMode: 'always',
    onSuccess: async (out, asked) => {
      await Promise.all(touches.map((queryKey) => client.invalidateQueries({ queryKey })))
      await done?.(out, asked)
    },
    onError: (failed) => {
      if (toasted) toast.error(troubleOf(failed, unchanged).words)
    },
  })
  const trouble = error && !toasted ? troubleOf(error, unchanged) : null
  return {
    run: mutate,
    running: isPending,
    /** What is being asked now; null when nothing is. */
    asked: isPending ? (variables ?? null) : null,
    trouble,
    clear: reset,
  }
}
