/** The solver behind the practice week, HiGHS in a thread of its own. */
import type { Solution } from '@vein-mend/core/practice'
import { Thread, TooHeavy } from './threads'

/** Seconds after which the best week found so far is taken. */
const TIME_LIMIT_SECONDS = 0.12
/** What the solver came to. */
export type Solved =
  /** Within a five-hundredth of the best there is. */
  | { readonly kind: 'best'; readonly solution: Solution }
  /** Time ran out; the best found till then, null when none was. */
  | { readonly kind: 'cut-short'; readonly solution: Solution | null }
  | { readonly kind: 'impossible' }

/** Programmes remembered: a studio's weeks of some days. */
const REMEMBERED_MOST = 300
const remembered = new Map<string, Promise<Solved>>()

/**
 * Solves it. The same programme has the same answer as long as the server runs, so that the screen, the sheet
 * and the calendar never differ where the time limit cut in; who asks while it is being solved waits for that answer.
 */
export function solveProgramme(programme: string): Promise<Solved> {
  const known = remembered.get(programme)
  if (known !== undefined) return known
  const oldest = remembered.keys().next().value
  if (remembered.size >= REMEMBERED_MOST && oldest !== undefined) remembered.delete(oldest)
  const solved = solveAnew(programme).catch((error: unknown): Solved => {
    // Whatever became of the solver: the teacher gets the week that is filled by hand.
    if (error instanceof TooHeavy) return { kind: 'cut-short', solution: null }
    throw error
  })
  remembered.set(programme, solved)
  // What went wrong is tried again the next time.
  solved.catch(() => remembered.delete(programme))
  return solved
}

/** What the solver's thread is asked. */
export interface SolverJob {
  readonly programme: string
  readonly seconds: number
}

const solver = new Thread<SolverJob, Solved>('solver', { msMost: 10_000, heapMb: 256 })

/** Solves it whether it is remembered or not, with a time limit of one's own; for the bench. */
export function solveAnew(programme: string, seconds = TIME_LIMIT_SECONDS): Promise<Solved> {
  return solver.ask({ programme, seconds })
}
